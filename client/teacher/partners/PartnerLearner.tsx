import type { PartnerBoard, PartnerBoardReview, PartnerReviewState } from '@lippet/core/contract/partners';
import { useState } from 'react';
import { StyleSheet, View } from 'react-native';
import { Text } from 'react-native-paper';
import { request } from '../../api/request';
import { GivenFile } from '../../marking/GivenFile';
import { TakePlayer } from '../../recording/TakePlayer';
import { takeOf } from '../../recording/takeOf';
import { Badge } from '../../ui/Badge';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { Scrap } from '../../ui/Scrap';
import { TickBox } from '../../ui/TickBox';
import { colours, OUTLINE } from '../../ui/theme';
import { PartnerMarks } from './PartnerMarks';

type Learner = PartnerBoard['learners'][number];

interface Props {
  board: PartnerBoard;
  learner: Learner;
  /** Whether what they say is shown, or what is said of their work. */
  side: 'reviewer' | 'author';
  onDecided: () => void;
}

const STATES: Record<PartnerReviewState, string> = {
  waits: 'the work has not come',
  'to-do': 'not begun',
  begun: 'begun',
  given: 'given',
};

const count = (reviews: readonly PartnerBoardReview[]): number =>
  reviews.filter(({ state }) => state === 'given').length;

/** One learner: how many they have given and got, and what was said. */
export function PartnerLearner({ board, learner, side, onDecided }: Props) {
  const { reviews, agreements, learners } = board;
  const { id, name, badge, sent } = learner;
  const gives = reviews.filter(({ reviewer }) => reviewer === id);
  const gets = reviews.filter(({ author }) => author === id);
  const agreement = agreements.find(({ person }) => person === id);
  const shown = side === 'reviewer' ? gives : gets;
  const nameOf = (person: string): string => learners.find((one) => one.id === person)?.name ?? 'Somebody who left';
  const stands = sent
    ? `gave ${count(gives)} of ${gives.length} · got ${count(gets)} of ${gets.length}`
    : 'has not sent yet';
  return (
    <Scrap style={styles.card}>
      <View style={styles.head} role="group" aria-label={`${name}: ${stands}`}>
        <Badge name={name} colour={badge} size={36} />
        <View style={styles.grow}>
          <Text variant="titleMedium">{name}</Text>
          <Text variant="bodySmall">{stands}</Text>
        </View>
      </View>
      {agreement && <Text variant="bodySmall">{`${name} ${agreement.words}, on ${agreement.works} works.`}</Text>}
      {shown.map((review) => (
        <BoardReview
          key={review.id}
          board={board}
          review={review}
          title={side === 'reviewer' ? `To ${nameOf(review.author)}` : `From ${nameOf(review.reviewer)}`}
          onDecided={onDecided}
        />
      ))}
    </Scrap>
  );
}

interface ReviewProps {
  board: PartnerBoard;
  review: PartnerBoardReview;
  title: string;
  onDecided: () => void;
}

function BoardReview({ board, review, title, onDecided }: ReviewProps) {
  const [looking, setLooking] = useState(false);
  const { note, lines, told, attached, state, goId, helped, answer } = review;
  return (
    <View style={styles.review} role="group" aria-label={`${title}: ${STATES[state]}`}>
      <Text variant="labelLarge">{`${title} · ${STATES[state]}`}</Text>
      {state === 'given' && (
        <>
          {note !== '' && <Text variant="bodyMedium">{note}</Text>}
          {lines.map((line) => (
            <Text key={line.title} variant="bodySmall">{`${line.title}: ${line.words}`}</Text>
          ))}
          {told && <TakePlayer take={takeOf(told)} label={`What is said: ${title}`} />}
          {attached && <GivenFile media={attached} title={`The file with it: ${title}`} />}
          {helped !== null && <Text variant="bodySmall">{helped ? 'It helped.' : 'Read; it did not help.'}</Text>}
          {answer !== '' && <Text variant="bodySmall">{`Answered: “${answer}”`}</Text>}
          {goId && (
            <Button icon="eye" label={`See the marks: ${title}`} onPress={() => setLooking(true)} style={styles.start}>
              See the marks
            </Button>
          )}
          <Decision review={review} title={title} throughTeacher={board.throughTeacher} onDecided={onDecided} />
        </>
      )}
      {looking && goId && (
        <PartnerMarks
          title={title}
          reviewId={review.id}
          goId={goId}
          parts={board.parts}
          onClose={() => setLooking(false)}
        />
      )}
    </View>
  );
}

/** Whether the author sees it, and whether it counts. */
function Decision({
  review: { id, shown, held, counts },
  title,
  throughTeacher,
  onDecided,
}: Pick<ReviewProps, 'review' | 'title' | 'onDecided'> & { throughTeacher: boolean }) {
  const [trouble, setTrouble] = useState<string | null>(null);
  const decide = async (decision: { shown: boolean | null; counts: boolean }): Promise<void> => {
    try {
      await request('PUT /partner-reviews/:id/decision', { id }, decision);
      setTrouble(null);
      onDecided();
    } catch (error) {
      setTrouble((error as Error).message);
    }
  };
  const waits = throughTeacher && !shown && !held;
  return (
    <>
      <View style={styles.ways}>
        {!shown && (
          <Button
            kind={waits ? 'main' : 'plain'}
            icon="boat"
            label={`Let it through: ${title}`}
            onPress={() => void decide({ shown: true, counts })}
          >
            Let it through
          </Button>
        )}
        {(shown || waits) && (
          <Button icon="lock" label={`Hold it back: ${title}`} onPress={() => void decide({ shown: false, counts })}>
            Hold it back
          </Button>
        )}
      </View>
      {held && <Text variant="bodySmall">You hold this back. Nobody but you and its partner sees it.</Text>}
      <TickBox
        word="It counts"
        name={`It counts: ${title}`}
        on={counts}
        onChange={(on) => void decide({ shown: null, counts: on })}
      />
      {trouble && <Notice>{trouble}</Notice>}
    </>
  );
}

const styles = StyleSheet.create({
  card: { padding: 16, gap: 12, width: 380, maxWidth: '100%' },
  head: { flexDirection: 'row', alignItems: 'center', gap: 12, marginRight: 16 },
  grow: { flex: 1 },
  review: { gap: 8, padding: 10, backgroundColor: colours.paper, borderWidth: OUTLINE, borderColor: colours.ink },
  ways: { flexDirection: 'row', flexWrap: 'wrap', gap: 10 },
  start: { alignSelf: 'flex-start' },
});
