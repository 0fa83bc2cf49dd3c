import { useStore } from 'zustand';
import { NextActivity } from './NextActivity';
import { RecallBar } from './RecallBar';
import { UntoldBar } from './UntoldBar';
import { useDeskHere } from './useDesk';

/** What stands above the desk: who could not be told, what can be taken back, and where more waits. */
export function DeskNews() {
  const { activity, choose, queue, teller } = useDeskHere();
  const failed = useStore(teller.state, (state) => state.failed);
  const recalling = useStore(teller.state, (state) => state.recalling);
  const under = useStore(teller.state, (state) => state.under);
  const waits = queue.all.some(({ go, status }) => status.state === 'with-teacher' && !(go && under.has(go.id)));
  return (
    <>
      <UntoldBar untold={failed} onOpen={choose} />
      {recalling && (
        <RecallBar
          key={recalling.reviews.map(({ id }) => id).join()}
          recalling={recalling}
          activityId={activity.activityId}
          onBack={choose}
          onOver={() => teller.recallOver()}
        />
      )}
      {!waits && failed.length === 0 && <NextActivity after={activity.activityId} />}
    </>
  );
}
