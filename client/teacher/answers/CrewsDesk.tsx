import type { AnswersView } from '@lippet/core/contract/answers';
import type { CrewView } from '@lippet/core/contract/crews';
import { difficultiesOf, type QuestionReport } from '@lippet/core/questions/spread/questionReports';
import {
  DndContext,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type UniqueIdentifier,
} from '@dnd-kit/core';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { request } from '../../api/request';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Opening } from '../../ui/Opening';
import { Pick } from '../../ui/Pick';
import { colours } from '../../ui/theme';
import { CrewCard } from './CrewCard';
import { CrewNames, CrewPlace, NO_CREW, PutHere } from './CrewNames';
import { CrewsDraft } from './crewsDraft';

interface Props {
  activityId: string;
  view: AnswersView;
  reports: readonly QuestionReport[];
  zone: string;
}

/** So far a pointer moves before it drags, in pixels: a tap is no dragging. */
const APART = { activationConstraint: { distance: 6 } };

/** What is said while a name is dragged. */
function announcementsFor({ learners }: AnswersView, crews: readonly CrewView[]): Announcements {
  const nameOf = (id: UniqueIdentifier): string => learners.find((learner) => learner.id === id)?.name ?? 'The name';
  const crewOf = (id: UniqueIdentifier): string => crews.find((crew) => crew.id === id)?.name ?? NO_CREW;
  const stays = (id: UniqueIdentifier): string => `${nameOf(id)} stays.`;
  return {
    onDragStart: ({ active }) => `${nameOf(active.id)} is picked up.`,
    onDragOver: ({ active, over }) => (over ? `${nameOf(active.id)} over ${crewOf(over.id)}.` : stays(active.id)),
    onDragEnd: ({ active, over }) => (over ? `${nameOf(active.id)} is in ${crewOf(over.id)}.` : stays(active.id)),
    onDragCancel: ({ active }) => stays(active.id),
  };
}

/** Who could be helped together, and with what: proposed from their answers, moved by whoever teaches them. */
export function CrewsDesk({ activityId, view, reports, zone }: Props) {
  const place = { id: activityId, group: view.group.id };
  const { data, error, refetch } = useQuery({
    queryKey: ['crews', activityId, view.group.id],
    queryFn: () => request('GET /activities/:id/groups/:group/crews', place),
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (error && !data) return <Notice again={() => void refetch()}>{error.message}</Notice>;
  return data ? <CrewsMaking place={place} kept={data} view={view} reports={reports} zone={zone} /> : <Opening />;
}

interface MakingProps extends Omit<Props, 'activityId'> {
  place: { id: string; group: string };
  kept: readonly CrewView[];
}

function CrewsMaking({ place, kept, view, reports, zone }: MakingProps) {
  const client = useQueryClient();
  const [draft] = useState(() => new CrewsDraft(kept));
  const { crews, held, changed } = useStore(draft.state);
  const sensors = useSensors(useSensor(PointerSensor, APART));
  const [size, setSize] = useState('4');
  const [trouble, setTrouble] = useState<string | null>(null);
  const difficulties = useMemo(() => difficultiesOf(reports, view.tries), [reports, view.tries]);
  const inCrews = new Set(crews.flatMap(({ learners }) => learners));
  const free = view.learners.filter(({ id }) => !inCrews.has(id));
  const keep = async (): Promise<void> => {
    setTrouble(null);
    try {
      const now = await request('PUT /activities/:id/groups/:group/crews', place, { crews });
      draft.kept(now);
      client.setQueryData(['crews', place.id, place.group], now);
    } catch (failure) {
      setTrouble((failure as Error).message);
    }
  };
  return (
    <View style={styles.desk}>
      <View style={styles.head}>
        <Pick
          label="At most so many in a crew"
          headed
          options={['2', '3', '4', '5', '6'].map((value) => ({ value, word: value }))}
          chosen={size}
          onChoose={setSize}
        />
        <Button icon="people" onPress={() => draft.propose(difficulties, Number(size))}>
          {crews.length === 0 ? 'Propose crews' : 'Propose anew'}
        </Button>
        <Button icon="plus" onPress={() => draft.add()}>
          An empty crew
        </Button>
      </View>
      <Text variant="bodySmall" role="status">
        {held === null
          ? 'Drag a name to its crew, or press it, and then the crew it goes to.'
          : 'Now press where they go.'}
      </Text>
      <DndContext
        sensors={sensors}
        onDragEnd={({ active, over }) => {
          if (over) draft.move(String(active.id), over.id === NO_CREW ? null : String(over.id));
        }}
        accessibility={{ announcements: announcementsFor(view, crews) }}
      >
        <View style={styles.crews}>
          {crews.map((crew) => (
            <CrewCard key={crew.id} crew={crew} draft={draft} held={held} view={view} zone={zone} isGiven={!changed} />
          ))}
          <CrewPlace id={NO_CREW} fill={colours.paper}>
            <Text variant="titleMedium" role="heading" aria-level={2}>
              In no crew
            </Text>
            <CrewNames learners={free.map(({ id }) => id)} held={held} view={view} onPick={(id) => draft.pickUp(id)} />
            <PutHere held={held} name="no crew" onPut={() => draft.putInto(null)} />
          </CrewPlace>
        </View>
      </DndContext>
      {trouble && <Notice>{trouble}</Notice>}
      <Button kind="main" icon="boat" disabled={!changed} onPress={() => void keep()} style={styles.keep}>
        Give out the crews
      </Button>
    </View>
  );
}

const styles = StyleSheet.create({
  desk: { gap: 16 },
  head: { flexDirection: 'row', flexWrap: 'wrap', gap: 16, alignItems: 'flex-end' },
  crews: { flexDirection: 'row', flexWrap: 'wrap', gap: 18, alignItems: 'flex-start' },
  keep: { alignSelf: 'flex-start' },
});
