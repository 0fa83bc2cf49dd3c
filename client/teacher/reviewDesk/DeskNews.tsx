import { useStore } from 'zustand';
import { NextActivity } from './NextActivity';
import { RecallBar } from './RecallBar';
import { UntoldBar } from './UntoldBar';
import { useDeskHere } from './useDesk';

/** What stands above the desk: who could not be told, where more waits, and what can be taken back. */
export function DeskNews() {
  const { activity, choose, queue, teller } = useDeskHere();
  const failed = useStore(teller.state, (state) => state.failed);
  const recalling = useStore(teller.state, (state) => state.recalling);
  const under = useStore(teller.state, (state) => state.under);
  const waits = queue.all.some(({ go, status }) => status.state === 'with-teacher' && !(go && under.has(go.id)));
  return (
    <>
      <UntoldBar untold={failed} onOpen={choose} />
      {/* Above what can be taken back, which comes a moment later: it must not move from under a finger. */}
      {!waits && failed.length === 0 && <NextActivity after={activity.activityId} />}
      {recalling && (
        <RecallBar
          key={recalling.reviews.map(({ id }) => id).join()}
          recalling={recalling}
          activityId={activity.activityId}
          onBack={choose}
          onOver={() => teller.recallOver()}
        />
      )}
    </>
  );
}
