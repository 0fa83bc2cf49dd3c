import type { AnswersView } from '@lippet/core/contract/answers';
import type { QuestionReport } from '@lippet/core/questions/spread/questionReports';
import { boardOf, type BoardCell, type BoardRow } from '@lippet/core/questions/board/board';
import { useState } from 'react';
import { ScrollView, StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { Badge } from '../../ui/Badge';
import { LineIcon } from '../../ui/LineIcon';
import { TickBox } from '../../ui/TickBox';
import { colours, OUTLINE } from '../../ui/theme';
import { CELL_LOOKS } from './cellLooks';
import { MoreTime } from './MoreTime';
import { QuestionShares } from './QuestionShares';
import { useNowTicking } from './useNowTicking';

/** Who is where, live: a row a learner, a square a question. Whoever may need help stands first. */
export function AnswerBoard({ view, reports }: { view: AnswersView; reports: readonly QuestionReport[] }) {
  const now = useNowTicking();
  const [named, setNamed] = useState(true);
  const rows = boardOf(view, now);
  const sorted = named
    ? [...rows].sort((one, other) => Number(other.stuck !== null) - Number(one.stuck !== null))
    : rows;
  const begun = rows.filter(({ at }) => at !== null).length;
  const done = rows.filter(({ cells, answered }) => answered === cells.length).length;
  const stuck = rows.filter((row) => row.stuck !== null).length;
  return (
    <View style={styles.board}>
      <View style={styles.head}>
        <Text variant="titleMedium" role="status">
          {`${begun} of ${rows.length} have begun · ${done} answered all · ${stuck} may need help`}
        </Text>
        <TickBox word="Without names" below="To show it to the class" on={!named} onChange={(on) => setNamed(!on)} />
      </View>
      <MoreTime view={view} now={now} />
      <View style={styles.beside}>
        <ScrollView horizontal style={styles.table} tabIndex={0} role="group" aria-label="Who is where">
          <View role="table" aria-label={`Answers of ${view.group.name}`}>
            <HeadRow rows={rows} />
            {sorted.map((row, index) => (
              <LearnerRow
                key={row.learner}
                row={row}
                name={named ? row.name : `Learner ${index + 1}`}
                badge={named ? (view.learners.find(({ id }) => id === row.learner)?.badge ?? colours.line) : null}
              />
            ))}
          </View>
        </ScrollView>
        <QuestionShares view={view} rows={rows} reports={reports} />
      </View>
    </View>
  );
}

/** Each question's number, and how many have it right. */
function HeadRow({ rows }: { rows: readonly BoardRow[] }) {
  const questions = rows[0]?.cells ?? [];
  return (
    <View role="row" style={styles.row}>
      <View role="columnheader" style={styles.name}>
        <Text variant="labelMedium">Learner</Text>
      </View>
      {questions.map(({ question }, index) => {
        const right = rows.filter(({ cells }) => cells[index]?.state === 'right').length;
        return (
          <View key={question} role="columnheader" style={styles.number}>
            <Text variant="titleMedium">{index + 1}</Text>
            <Text variant="labelMedium" aria-label={`${right} right`}>{`${right} ✓`}</Text>
          </View>
        );
      })}
      <View role="columnheader" style={styles.stuck}>
        <Text variant="labelMedium">May need help</Text>
      </View>
    </View>
  );
}

function LearnerRow({ row, name, badge }: { row: BoardRow; name: string; badge: string | null }) {
  return (
    <View role="row" style={[styles.row, row.stuck !== null && styles.marked]}>
      <View role="rowheader" style={styles.name}>
        {badge && <Badge name={name} colour={badge} size={28} />}
        <Text variant="bodyLarge" style={styles.words}>
          {name}
        </Text>
      </View>
      {row.cells.map((cell, index) => (
        <Cell key={cell.question} cell={cell} number={index + 1} />
      ))}
      <View role="cell" style={styles.stuck}>
        <Text variant="bodyMedium">{row.stuck ?? ''}</Text>
      </View>
    </View>
  );
}

function Cell({ cell, number }: { cell: BoardCell; number: number }) {
  const { word, icon, fill } = CELL_LOOKS[cell.state];
  const tries = cell.tries > 1 ? `, ${cell.tries} tries` : '';
  const hints = cell.hints > 0 ? `, ${cell.hints} hints` : '';
  return (
    <View
      role="cell"
      aria-label={`Question ${number}, ${word}${tries}${hints}`}
      style={[styles.cell, { backgroundColor: fill }, cell.state === 'open' && styles.open]}
    >
      {icon && <LineIcon name={icon} size={18} width={3} />}
      {(cell.tries > 1 || cell.hints > 0) && (
        <Text variant="labelMedium" aria-hidden>
          {cell.tries > 1 ? cell.tries : ''}
          {cell.hints > 0 ? '?' : ''}
        </Text>
      )}
    </View>
  );
}

const CELL = 46;

const styles = StyleSheet.create({
  board: { gap: 14 },
  beside: { flexDirection: 'row', flexWrap: 'wrap', gap: 36, alignItems: 'flex-start' },
  table: { flexGrow: 0, maxWidth: '100%' },
  head: { flexDirection: 'row', flexWrap: 'wrap', gap: 18, alignItems: 'center', justifyContent: 'space-between' },
  row: { flexDirection: 'row', alignItems: 'center', gap: 6, paddingVertical: 4 },
  marked: { backgroundColor: colours.blush },
  name: { width: 170, flexDirection: 'row', alignItems: 'center', gap: 8, paddingLeft: 6 },
  words: { flexShrink: 1 },
  number: { width: CELL, alignItems: 'center' },
  cell: {
    width: CELL,
    height: 38,
    flexDirection: 'row',
    gap: 2,
    alignItems: 'center',
    justifyContent: 'center',
    borderWidth: OUTLINE,
    borderColor: colours.ink,
  },
  open: { borderColor: colours.line, borderStyle: 'dashed' },
  stuck: { minWidth: 190, paddingLeft: 10 },
});
