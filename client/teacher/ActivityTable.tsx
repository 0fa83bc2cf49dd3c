import type { ActivityCard } from '@lippet/core/contract/activities';
import { dueWords } from '@lippet/core/schedule/schoolTime';
import {
  createColumnHelper,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type Header,
  type SortingState,
} from '@tanstack/react-table';
import { useState } from 'react';
import { Pressable, StyleSheet, View, type ViewStyle } from 'react-native';
import { Text } from 'react-native-paper';
import { LineIcon } from '../ui/LineIcon';
import { Picture } from '../ui/Picture';
import { colours, OUTLINE, TARGET } from '../ui/theme';
import { Way } from '../ui/Way';
import { ActivityTag, tagOf } from './ActivityTag';

const column = createColumnHelper<ActivityCard>();

const groupWords = ({ groups }: ActivityCard): string => groups.map(({ name }) => name).join(', ');
/** The next date of those that its groups have; the last where all have gone by. */
function dueOf({ groups }: ActivityCard, now: number): number | undefined {
  const dates = groups.flatMap(({ due }) => due ?? []).sort((a, b) => a - b);
  return dates.find((date) => date >= now) ?? dates.at(-1);
}
const notSent = ({ counts }: ActivityCard): number => counts.new + counts.started + counts.ready + counts['another-go'];

const columnsAt = (now: number) => [
  column.accessor('title', { header: 'Activity', sortingFn: 'text' }),
  column.accessor(groupWords, { id: 'group', header: 'Group', sortingFn: 'text' }),
  column.accessor((activity) => dueOf(activity, now), { id: 'due', header: 'Due', sortUndefined: 'last' }),
  column.accessor(notSent, { id: 'unsent', header: 'Not sent' }),
  column.accessor(({ counts }) => counts['with-teacher'], { id: 'waiting', header: 'Waiting' }),
  column.accessor(({ counts }) => counts.finished, { id: 'finished', header: 'Finished' }),
];

const SORT_WORDS = { asc: 'ascending', desc: 'descending' } as const;

/** A head that sorts by its column; pressed again, the other way round. */
function SortHead({ header }: { header: Header<ActivityCard, unknown> }) {
  const sorted = header.column.getIsSorted();
  const word = String(header.column.columnDef.header);
  return (
    <View role="columnheader" aria-sort={sorted ? SORT_WORDS[sorted] : 'none'} style={styles[header.id as ColumnName]}>
      <Pressable
        role="button"
        aria-label={`Sort by ${word}`}
        onPress={header.column.getToggleSortingHandler()}
        style={styles.sort}
      >
        <Text variant="labelMedium">{word}</Text>
        {sorted && (
          <View style={sorted === 'asc' && styles.turned}>
            <LineIcon name="down" size={16} />
          </View>
        )}
      </Pressable>
    </View>
  );
}

function ActivityRow({ activity, zone, now }: { activity: ActivityCard; zone: string; now: number }) {
  const { id, title, subject, state, counts, changedAt } = activity;
  const name = title || 'Without a name yet';
  const tag = tagOf(activity);
  const due = dueOf(activity, now);
  const waiting = counts['with-teacher'];
  return (
    <View role="row" style={styles.row}>
      <View role="cell" style={styles.title}>
        <Way
          to={`/make/${id}`}
          label={`Change ${name}. ${[tag, subject].filter(Boolean).join('. ')}`}
          style={styles.way}
        >
          <Picture path={`/activities/${id}/picture?v=${changedAt}`} alt="" style={styles.picture} />
          <View style={styles.words}>
            <Text variant="titleSmall">{name}</Text>
            <Text variant="bodySmall" style={styles.soft}>
              {subject}
            </Text>
          </View>
          <ActivityTag activity={activity} />
        </Way>
      </View>
      <Text role="cell" variant="bodySmall" style={styles.group}>
        {groupWords(activity) || 'nobody yet'}
      </Text>
      <Text role="cell" variant="bodySmall" style={styles.due}>
        {due === undefined ? 'no date' : dueWords(due, now, zone)}
      </Text>
      <Text role="cell" variant="bodyMedium" style={styles.unsent}>
        {state === 'draft' ? '' : notSent(activity)}
      </Text>
      <View role="cell" style={styles.waiting}>
        {state !== 'draft' && (
          <Way
            to={`/review/${id}`}
            label={`${waiting} waiting: what was sent for ${name}`}
            style={[styles.desk, waiting > 0 && styles.waits]}
          >
            <Text variant="labelLarge" style={waiting > 0 && styles.light}>
              {waiting}
            </Text>
          </Way>
        )}
      </View>
      <Text role="cell" variant="bodyMedium" style={styles.finished}>
        {state === 'draft' ? '' : counts.finished}
      </Text>
    </View>
  );
}

/** A teacher's activities on a wide screen: how each stands in numbers, sorted by any of them. */
export function ActivityTable({ activities, zone }: { activities: readonly ActivityCard[]; zone: string }) {
  const [now] = useState(() => Date.now());
  const [columns] = useState(() => columnsAt(now));
  const [sorting, setSorting] = useState<SortingState>([]);
  const table = useReactTable({
    data: activities as ActivityCard[],
    columns,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  return (
    <View role="table" aria-label="Activities" style={styles.table}>
      {table.getHeaderGroups().map((group) => (
        <View key={group.id} role="row" style={styles.heads}>
          {group.headers.map((header) => (
            <SortHead key={header.id} header={header} />
          ))}
        </View>
      ))}
      {table.getRowModel().rows.map(({ original }) => (
        <ActivityRow key={original.id} activity={original} zone={zone} now={now} />
      ))}
    </View>
  );
}

type ColumnName = 'title' | 'group' | 'due' | 'unsent' | 'waiting' | 'finished';
const number: ViewStyle = { width: 96 };

const styles = StyleSheet.create({
  table: { borderWidth: OUTLINE, borderColor: colours.ink, backgroundColor: colours.scrap },
  heads: {
    flexDirection: 'row',
    gap: 12,
    paddingHorizontal: 12,
    backgroundColor: colours.mist,
    borderBottomWidth: OUTLINE,
    borderColor: colours.ink,
  },
  sort: { flexDirection: 'row', alignItems: 'center', gap: 4, minHeight: TARGET.adult },
  turned: { transform: [{ rotate: '180deg' }] },
  row: {
    flexDirection: 'row',
    alignItems: 'center',
    gap: 12,
    paddingHorizontal: 12,
    paddingVertical: 8,
    borderBottomWidth: 2,
    borderStyle: 'dashed',
    borderColor: colours.line,
  },
  title: { flex: 3, minWidth: 220 },
  group: { flex: 1.4 },
  due: { flex: 1.4 },
  unsent: number,
  waiting: number,
  finished: number,
  way: { flexDirection: 'row', alignItems: 'center', gap: 14, minHeight: TARGET.learner },
  picture: { width: 40, height: 52 },
  words: { flex: 1, gap: 1 },
  soft: { color: colours.soft },
  desk: {
    minWidth: TARGET.learner,
    minHeight: TARGET.adult,
    alignSelf: 'flex-start',
    alignItems: 'center',
    justifyContent: 'center',
    borderWidth: OUTLINE,
    borderColor: colours.ink,
    backgroundColor: colours.scrap,
  },
  waits: { backgroundColor: colours.sea },
  light: { color: colours.scrap },
});
