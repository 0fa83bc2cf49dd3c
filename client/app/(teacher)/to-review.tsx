import { useToReview, useUpdates } from '../../api/queries';
import { SignedIn } from '../../signIn/SignedIn';
import { ActivityRows } from '../../teacher/ActivityRows';
import { PersonHead } from '../../ui/PersonHead';
import { Say } from '../../ui/Say';
import { Screen } from '../../ui/Screen';

export default function ToReview() {
  const { data, error, refetch } = useToReview();
  const updates = useUpdates();
  const waiting = data?.reduce((sum, { counts }) => sum + counts['with-teacher'], 0) ?? 0;
  return (
    <SignedIn role="teacher">
      {(me) => (
          <Screen>
            <PersonHead
              me={me} title="To review" unseen={updates.data?.filter(({ seen }) => !seen).length}
              below={data && (waiting === 0 ? 'nothing waits for you' : `${waiting} ${waiting === 1 ? 'piece waits' : 'pieces wait'} for you`)}
            />
            {error && <Say again={() => void refetch()}>{error.message}</Say>}
            {data?.length === 0 && <Say calm>None of your groups has an activity yet.</Say>}
            <ActivityRows title="Waiting for you" activities={data?.filter(({ oldestWaiting }) => oldestWaiting !== null) ?? []} zone={me.school.zone} />
            <ActivityRows title="Nothing waiting" activities={data?.filter(({ oldestWaiting }) => oldestWaiting === null) ?? []} zone={me.school.zone} />
          </Screen>
      )}
    </SignedIn>
  );
}
