import type { AnswersView } from '@lippet/core/contract/answers';
import { CREW_LIMITS, type CrewView } from '@lippet/core/contract/crews';
import { difficultiesOf, type QuestionReport } from '@lippet/core/questions/spread/questionReports';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { useStore } from 'zustand';
import { request } from '../../api/request';
import { Badge } from '../../ui/Badge';
import { Button } from '../../ui/Button';
import { DateField } from '../../ui/DateField';
import { Field } from '../../ui/Field';
import { Notice } from '../../ui/Notice';
import { Opening } from '../../ui/Opening';
import { Pick } from '../../ui/Pick';
import { Press } from '../../ui/Press';
import { Scrap } from '../../ui/Scrap';
import { colours, TARGET } from '../../ui/theme';
import { CrewsDraft } from './crewsDraft';
import { CrewWork } from './CrewWork';

interface Props {
  activityId: string;
  view: AnswersView;
  reports: readonly QuestionReport[];
  zone: string;
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
        {held === null ? 'Press a name, then the crew it goes to.' : 'Now press where they go.'}
      </Text>
      <View style={styles.crews}>
        {crews.map((crew) => (
          <CrewCard key={crew.id} crew={crew} draft={draft} held={held} view={view} zone={zone} isGiven={!changed} />
        ))}
        <Scrap fill={colours.paper} style={styles.card}>
          <Text variant="titleMedium" role="heading" aria-level={2}>
            In no crew
          </Text>
          <Names learners={free.map(({ id }) => id)} held={held} view={view} onPick={(id) => draft.pickUp(id)} />
          <PutHere held={held} name="no crew" onPut={() => draft.putInto(null)} />
        </Scrap>
      </View>
      {trouble && <Notice>{trouble}</Notice>}
      <Button kind="main" icon="boat" disabled={!changed} onPress={() => void keep()} style={styles.keep}>
        Give out the crews
      </Button>
    </View>
  );
}

interface CrewProps {
  crew: CrewView;
  draft: CrewsDraft;
  held: string | null;
  view: AnswersView;
  zone: string;
  /** It was given out, as it stands. */
  isGiven: boolean;
}

function CrewCard({ crew, draft, held, view, zone, isGiven }: CrewProps) {
  const { id, name, note, meetsAt, link, learners } = crew;
  return (
    <Scrap style={styles.card}>
      <Field
        label="Crew"
        value={name}
        maxLength={CREW_LIMITS.name}
        onChangeText={(text) => draft.edit(id, { name: text })}
      />
      <Names learners={learners} held={held} view={view} onPick={(learner) => draft.pickUp(learner)} />
      <PutHere held={held} name={name} onPut={() => draft.putInto(id)} />
      <Field
        label="What they are told"
        value={note}
        maxLength={CREW_LIMITS.note}
        onChangeText={(text) => draft.edit(id, { note: text })}
        multiline
      />
      <View style={styles.when}>
        <DateField
          label="They meet"
          value={meetsAt}
          zone={zone}
          onChange={(value) => draft.edit(id, { meetsAt: value })}
        />
      </View>
      <Field
        label="Where, as a web address"
        value={link ?? ''}
        maxLength={CREW_LIMITS.link}
        onChangeText={(text) => draft.edit(id, { link: text.trim() === '' ? null : text.trim() })}
        autoCapitalize="none"
      />
      <CrewWork crew={crew} isGiven={isGiven} />
      <Button icon="bin" label={`Take the crew ${name} apart`} onPress={() => draft.drop(id)} style={styles.keep}>
        Take apart
      </Button>
    </Scrap>
  );
}

interface NamesProps {
  learners: readonly string[];
  held: string | null;
  view: AnswersView;
  onPick: (learner: string) => void;
}

function Names({ learners, held, view, onPick }: NamesProps) {
  return (
    <View style={styles.names}>
      {view.learners
        .filter(({ id }) => learners.includes(id))
        .map(({ id, name, badge }) => (
          <Press
            key={id}
            aria-label={name}
            aria-pressed={held === id}
            flat={held === id}
            fill={held === id ? colours.ochre : colours.scrap}
            onPress={() => onPick(id)}
            style={styles.name}
          >
            <Badge name={name} colour={badge} size={24} />
            <Text variant="bodyMedium">{name}</Text>
          </Press>
        ))}
    </View>
  );
}

function PutHere({ held, name, onPut }: { held: string | null; name: string; onPut: () => void }) {
  return (
    <Button icon="down" disabled={held === null} label={`Put them into ${name}`} onPress={onPut} style={styles.keep}>
      Put them here
    </Button>
  );
}

const styles = StyleSheet.create({
  desk: { gap: 16 },
  head: { flexDirection: 'row', flexWrap: 'wrap', gap: 16, alignItems: 'flex-end' },
  crews: { flexDirection: 'row', flexWrap: 'wrap', gap: 18, alignItems: 'flex-start' },
  card: { flexGrow: 1, flexBasis: 300, maxWidth: 420, padding: 16, gap: 12 },
  names: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  name: { flexDirection: 'row', alignItems: 'center', gap: 8, paddingHorizontal: 10, minHeight: TARGET.adult },
  // A date takes what room there is along its row.
  when: { flexDirection: 'row' },
  keep: { alignSelf: 'flex-start' },
});
