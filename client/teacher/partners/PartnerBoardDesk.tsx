import type { PartnerBoard } from '@lippet/core/contract/partners';
import type { Me } from '@lippet/core/contract/signIn';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { firstGroupWith } from '../../api/firstGroupWith';
import { keys } from '../../api/queries';
import { request } from '../../api/request';
import { BackHead } from '../../ui/BackHead';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Opening } from '../../ui/Opening';
import { Pick } from '../../ui/Pick';
import { Screen } from '../../ui/Screen';
import { colours, OUTLINE } from '../../ui/theme';
import { PartnerLearner } from './PartnerLearner';

/** How often it is asked for again, in milliseconds. */
const ASK_AGAIN = 10_000;

type Side = 'reviewer' | 'author';

const SIDES = [
  { value: 'reviewer', word: 'By who says it' },
  { value: 'author', word: 'By whose work' },
] as const satisfies { value: Side; word: string }[];

/** What partners of a group do at an activity: who has done what, all that was said, and what is let through. */
export default function PartnerBoardDesk({ activityId, me }: { activityId: string; me: Me }) {
  const [group, setGroup] = useState<string | null>(null);
  const [side, setSide] = useState<Side>('reviewer');
  const { data, error, refetch } = useQuery({
    queryKey: keys.partnerBoard(activityId, group ?? ''),
    queryFn: () =>
      firstGroupWith(group === null ? me.groups.map(({ id }) => id) : [group], (one) =>
        request('GET /activities/:id/groups/:group/partners', { id: activityId, group: one }),
      ),
    refetchInterval: ASK_AGAIN,
    retry: false,
  });
  const anew = (): void => void refetch();
  return (
    <Screen full>
      <BackHead title={data ? data.title : 'Partners'} home="/to-review" />
      {me.groups.length > 1 && (
        <Pick
          label="Group"
          options={me.groups.map(({ id, name }) => ({ value: id, word: name }))}
          chosen={group ?? data?.group.id ?? null}
          onChoose={setGroup}
        />
      )}
      {error && <Notice again={anew}>{error.message}</Notice>}
      {!data && !error && <Opening />}
      {data && !error && (
        <>
          <BoardWords board={data} />
          <Differ board={data} activityId={activityId} />
          <Pick label="How it is laid out" options={SIDES} chosen={side} onChoose={setSide} />
          <View style={styles.cards}>
            {data.learners.map((learner) => (
              <PartnerLearner key={learner.id} board={data} learner={learner} side={side} onDecided={anew} />
            ))}
          </View>
        </>
      )}
    </Screen>
  );
}

/** How it stands altogether, in sentences. */
function BoardWords({ board: { waiting, reviews, named, throughTeacher, agreement, seed } }: { board: PartnerBoard }) {
  const given = reviews.filter(({ state }) => state === 'given').length;
  const toRead = reviews.filter(({ state, shown, held }) => state === 'given' && !shown && !held).length;
  if (waiting) return <Notice calm>{waiting}</Notice>;
  return (
    <View style={styles.words}>
      <Text variant="titleMedium" role="status">
        {`${given} of ${reviews.length} given${throughTeacher ? ` · ${toRead === 1 ? '1 waits' : `${toRead} wait`} for you` : ''}`}
      </Text>
      <Text variant="bodySmall">
        {named ? 'They see each other’s names.' : 'They do not see each other’s names. You do.'}
      </Text>
      {agreement && (
        <Text variant="bodySmall">
          {`This group ${agreement.words}, on ${agreement.works} works that both have judged.`}
        </Text>
      )}
      {seed && <Text variant="bodySmall" style={styles.seed}>{`Given out by chance, from the number ${seed}.`}</Text>}
    </View>
  );
}

/** Works on which partners differ widely come first: there a teacher is needed most. */
function Differ({ board: { differ, learners }, activityId }: { board: PartnerBoard; activityId: string }) {
  if (differ.length === 0) return null;
  return (
    <View style={styles.differ} role="group" aria-label="Partners differ widely">
      <Text variant="titleSmall">Partners differ widely here. Look first:</Text>
      <View style={styles.ways}>
        {differ.map(({ person }) => (
          <Button key={person} icon="eye" to={`/review/${activityId}?person=${person}`}>
            {learners.find(({ id }) => id === person)!.name}
          </Button>
        ))}
      </View>
    </View>
  );
}

const styles = StyleSheet.create({
  words: { gap: 4 },
  seed: { color: colours.soft },
  differ: { gap: 10, padding: 14, backgroundColor: colours.blush, borderWidth: OUTLINE, borderColor: colours.ink },
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: 12 },
  cards: { flexDirection: 'row', flexWrap: 'wrap', gap: 18, alignItems: 'flex-start' },
});
