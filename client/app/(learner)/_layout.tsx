import { Slot } from 'expo-router';
import { useEffect } from 'react';
import { useMe } from '../../api/queries';
import { SignedIn } from '../../signIn/SignedIn';
import { Places } from '../../ui/Places';
import { placesOf } from '../../ui/rolePlaces';
import { late } from '../../late';

/** How long until it is tried again where that failed, in milliseconds. */
const AGAIN = 5_000;

export default function LearnerLayout() {
  const { data: me } = useMe();
  const learner = me?.role === 'learner' ? me.id : null;
  // What waits to be sent goes on its way once the first screen is there; its code comes late.
  useEffect(() => {
    if (!learner) return undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const start = (): void => {
      late()
        .then(({ sendQueue, news }) => {
          news.start(learner);
          return sendQueue.start(learner);
        })
        .catch((error: unknown) => {
          console.warn('What waits to be sent could not be looked at yet.', error);
          timer = setTimeout(start, AGAIN);
        });
    };
    start();
    return () => clearTimeout(timer);
  }, [learner]);
  return (
    <SignedIn role="learner">
      {() => (
        <Places places={placesOf('learner')}>
          <Slot />
        </Places>
      )}
    </SignedIn>
  );
}
