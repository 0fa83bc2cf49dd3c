import type { MarksView } from '@lippet/core/contract/marks';
import type { Me } from '@lippet/core/contract/signIn';
import { levelsPerLine, sendingTimes, spreadOfMarks } from '@lippet/core/review/spread';
import { useQuery } from '@tanstack/react-query';
import { useRouter } from 'expo-router';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../../api/request';
import { download } from '../../page/takeOut/takeOut';
import { Button } from '../../ui/Button';
import { Opening } from '../../ui/Opening';
import { Pick } from '../../ui/Pick';
import { Notice } from '../../ui/Notice';
import { useWide } from '../../ui/useWide';
import { Bars } from '../../ui/Bars';
import { cellWords, marksCsv } from '@lippet/core/review/marksCsv';
import { MarksTable } from './MarksTable';

/** A group's marks: the table, and of one learner or one activity all that there is. */
export default function MarksDesk({ me }: { me: Me }) {
  const router = useRouter();
  const wide = useWide();
  const [group, setGroup] = useState(me.groups[0]?.id ?? '');
  const [chosen, setChosen] = useState<string | null>(null);
  const {
    data: view,
    error,
    refetch,
  } = useQuery({
    queryKey: ['marks of', group],
    queryFn: () => request('GET /groups/:id/marks', { id: group }),
    enabled: group !== '',
  });
  if (group === '') return <Notice calm>You teach no group yet.</Notice>;
  const groups = me.groups.length > 1 && (
    <Pick
      label="Group"
      options={me.groups.map(({ id, name }) => ({ value: id, word: name }))}
      chosen={group}
      onChoose={(id) => {
        setGroup(id);
        setChosen(null);
      }}
    />
  );
  if (error && !view)
    return (
      <>
        {groups}
        <Notice again={() => void refetch()}>{error.message}</Notice>
      </>
    );
  if (!view)
    return (
      <>
        {groups}
        <Opening />
      </>
    );
  const activity = view.activities.find(({ id }) => id === chosen);
  const learner = view.learners.find(({ id }) => id === chosen);
  const toReview = (of: string, person: string): void => router.push(`/review/${of}?person=${person}`);
  return (
    <View style={styles.desk}>
      <View style={styles.row}>
        {groups}
        <Button
          icon="out"
          label="Take the table out as CSV"
          onPress={() =>
            download(new Blob([marksCsv(view)], { type: 'text/csv;charset=utf-8' }), `Marks ${view.group.name}.csv`)
          }
        >
          CSV
        </Button>
      </View>
      <View style={wide ? styles.beside : styles.desk}>
        <View style={wide && styles.table}>
          {view.activities.length === 0 ? (
            <Notice calm>Nothing has been set for this group yet.</Notice>
          ) : (
            <MarksTable
              view={view}
              chosen={chosen}
              onChoose={(id) => setChosen(id === chosen ? null : id)}
              onCell={toReview}
            />
          )}
        </View>
        {activity && (
          <View style={wide && styles.aside}>
            <ActivityPage view={view} activity={activity} onOpen={() => router.push(`/review/${activity.id}`)} />
          </View>
        )}
        {learner && (
          <View style={[styles.page, wide && styles.aside]} role="region" aria-label={`Marks of ${learner.name}`}>
            <Text variant="headlineMedium" role="heading" aria-level={2}>
              {learner.name}
            </Text>
            {view.activities.flatMap(({ id, title }) => {
              const cell = view.cells.find((cell) => cell.person === learner.id && cell.activity === id);
              return cell
                ? [
                    <View key={id} style={styles.line}>
                      <View style={styles.grow}>
                        <Text variant="titleSmall">{title}</Text>
                        <Text variant="bodySmall">
                          {[
                            cellWords(cell),
                            ...(cell.mark?.lines ?? []).map((line) => `${line.title}: ${line.words}`),
                          ].join(' · ')}
                        </Text>
                      </View>
                      <Button label={`Open ${title} of ${learner.name}`} onPress={() => toReview(id, learner.id)}>
                        Open
                      </Button>
                    </View>,
                  ]
                : [];
            })}
          </View>
        )}
      </View>
    </View>
  );
}

function ActivityPage({
  view,
  activity: { id, title },
  onOpen,
}: {
  view: MarksView;
  activity: MarksView['activities'][number];
  onOpen: () => void;
}) {
  const cells = view.cells.filter(({ activity }) => activity === id);
  const marks = cells.map(({ mark }) => mark);
  const spread = spreadOfMarks(marks);
  const times = sendingTimes(cells.flatMap(({ sentAt, due }) => (sentAt === null ? [] : [{ sentAt, due }])));
  const lines = levelsPerLine(marks);
  return (
    <View style={styles.page} role="region" aria-label={`Marks for ${title}`}>
      <View style={styles.row}>
        <Text variant="headlineMedium" role="heading" aria-level={2} style={styles.grow}>
          {title}
        </Text>
        <Button icon="review" label={`Review ${title}`} onPress={onOpen}>
          Review
        </Button>
      </View>
      <View style={styles.charts}>
        {spread && <Bars title="Marks" bins={spread} />}
        {lines.map((line) => (
          <Bars key={line.title} title={line.title} bins={line.bins} />
        ))}
        {times && <Bars title="When it was sent" bins={times} />}
      </View>
      {!spread && lines.length === 0 && !times && (
        <Text variant="bodyMedium">Nothing has been sent or marked here yet.</Text>
      )}
    </View>
  );
}

const styles = StyleSheet.create({
  desk: { gap: 16 },
  beside: { flexDirection: 'row', alignItems: 'flex-start', gap: 28 },
  table: { flex: 1, minWidth: 0 },
  aside: { width: 400 },
  row: { flexDirection: 'row', flexWrap: 'wrap', alignItems: 'center', gap: 14 },
  page: { gap: 14 },
  charts: { flexDirection: 'row', flexWrap: 'wrap', gap: 28 },
  line: { flexDirection: 'row', alignItems: 'center', gap: 12 },
  grow: { flex: 1, gap: 2 },
});
