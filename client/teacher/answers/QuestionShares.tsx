import type { AnswersView } from '@lippet/core/contract/answers';
import type { BoardRow, CellState } from '@lippet/core/questions/board/board';
import { firstOf, isUnmarked } from '@lippet/core/questions/question';
import type { QuestionReport } from '@lippet/core/questions/spread/questionReports';
import { useState } from 'react';
import { scaleLinear } from 'd3-scale';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Rect } from 'react-native-svg';
import { Bars } from '../../ui/Bars';
import { TickBox } from '../../ui/TickBox';
import { colours, OUTLINE } from '../../ui/theme';
import { CELL_LOOKS } from './cellLooks';
import { QuestionWays } from './QuestionWays';

const WIDTH = 260;
const HEIGHT = 20;
const ORDER: readonly CellState[] = ['right', 'partly', 'wrong', 'given'];

/** So many answers are shown of each question; the others are counted together. */
const SHOWN = 5;

interface Props {
  view: AnswersView;
  rows: readonly BoardRow[];
  reports: readonly QuestionReport[];
}

/**
 * Each question in its words, with how many have it right, partly, or not: as one bar, and said; and what they say. Which
 * answer is right is not marked: the board may be shown to the class.
 */
export function QuestionShares({ view, rows, reports }: Props) {
  const [spread, setSpread] = useState(true);
  const questions = view.parts.flatMap(({ id, settings }) =>
    settings.questions.map((question) => ({ part: id, question })),
  );
  return (
    <View style={styles.list}>
      <TickBox word="What they say" below="Without saying which is right" on={spread} onChange={setSpread} />
      <View role="list" aria-label="Each question" style={styles.list}>
        {questions.map(({ part, question }, index) => {
          const states = rows.flatMap(({ cells }) => cells[index]?.state ?? []);
          const counts = ORDER.map((state) => ({ state, count: states.filter((one) => one === state).length }));
          const told = counts.filter(({ count }) => count > 0);
          const words = told.map(({ state, count }) => `${count} ${CELL_LOOKS[state].word}`).join(', ');
          return (
            <View key={question.id} role="listitem" style={styles.item}>
              <Text variant="bodyMedium">{`${index + 1}  ${firstOf(question).words}`}</Text>
              <Shares counts={counts} of={rows.length} />
              {spread && <Spread report={reports.find((one) => one.question.id === question.id)} />}
              <View style={styles.row}>
                <Text variant="bodySmall" style={styles.words}>
                  {words || 'nobody yet'}
                </Text>
                <QuestionWays
                  number={index + 1}
                  state={
                    view.states.find((one) => one.part === part && one.question === question.id) ?? {
                      part,
                      question: question.id,
                      closed: false,
                      shown: false,
                    }
                  }
                  hasRight={!isUnmarked(question)}
                />
              </View>
            </View>
          );
        })}
      </View>
    </View>
  );
}

/** What they said first, most often first. */
function Spread({ report }: { report: QuestionReport | undefined }) {
  if (!report || report.spread.length === 0) return null;
  const others = report.spread.slice(SHOWN).reduce((sum, { count }) => sum + count, 0);
  const bins = report.spread.slice(0, SHOWN).map(({ words, count }) => ({ word: words, count }));
  return (
    <Bars
      title={`First answers to question ${report.number}`}
      bins={others > 0 ? [...bins, { word: 'something else', count: others }] : bins}
    />
  );
}

function Shares({ counts, of }: { counts: readonly { state: CellState; count: number }[]; of: number }) {
  const length = scaleLinear([0, Math.max(1, of)], [0, WIDTH - OUTLINE]);
  let from = 0;
  return (
    <Svg width={WIDTH} height={HEIGHT} aria-hidden>
      {counts.map(({ state, count }) => {
        const x = OUTLINE / 2 + length(from);
        from += count;
        return <Rect key={state} x={x} y={0} width={length(count)} height={HEIGHT} fill={CELL_LOOKS[state].bar} />;
      })}
      <Rect
        x={OUTLINE / 2}
        y={OUTLINE / 2}
        width={WIDTH - OUTLINE}
        height={HEIGHT - OUTLINE}
        fill="none"
        stroke={colours.ink}
        strokeWidth={OUTLINE}
      />
    </Svg>
  );
}

const styles = StyleSheet.create({
  list: { gap: 16, flexShrink: 1, maxWidth: 420 },
  item: { gap: 4 },
  row: { flexDirection: 'row', flexWrap: 'wrap', gap: 10, alignItems: 'center' },
  words: { minWidth: 120, flexGrow: 1 },
});
