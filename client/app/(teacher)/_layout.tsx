import { Slot } from 'expo-router';
import { useEffect } from 'react';
import { useMe } from '../../api/queries';
import { SignedIn } from '../../signIn/SignedIn';
import { Places } from '../../ui/Places';
import { placesOf } from '../../ui/rolePlaces';
import { late } from '../../late';

export default function TeacherLayout() {
  const { data: me } = useMe();
  const teacher = me && me.role !== 'learner' ? me.id : null;
  // Its code comes late; until then, lists ask by themselves.
  useEffect(() => {
    if (teacher)
      late()
        .then(({ news }) => news.start(teacher))
        .catch((error: unknown) => console.warn('News can’t be heard yet.', error));
  }, [teacher]);
  return (
    <SignedIn role="teacher">
      {() => (
        <Places places={placesOf('teacher')}>
          <Slot />
        </Places>
      )}
    </SignedIn>
  );
}
