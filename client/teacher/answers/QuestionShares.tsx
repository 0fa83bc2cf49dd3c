import type { AnswersView } from '@lippet/core/contract/answers';
import type { BoardRow, CellState } from '@lippet/core/questions/board/board';
import { firstOf, isUnmarked } from '@lippet/core/questions/question';
import { scaleLinear } from 'd3-scale';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Rect } from 'react-native-svg';
import { colours, OUTLINE } from '../../ui/theme';
import { CELL_LOOKS } from './cellLooks';
import { QuestionWays } from './QuestionWays';

const WIDTH = 260;
const HEIGHT = 20;
const ORDER: readonly CellState[] = ['right', 'partly', 'wrong', 'given'];

/** Each question in its words, with how many have it right, partly, or not: as one bar, and said. */
export function QuestionShares({ view, rows }: { view: AnswersView; rows: readonly BoardRow[] }) {
  const questions = view.parts.flatMap(({ id, settings }) =>
    settings.questions.map((question) => ({ part: id, question })),
  );
  return (
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
