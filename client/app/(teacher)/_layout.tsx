import { Slot } from 'expo-router';
import { useEffect } from 'react';
import { useMe } from '../../api/queries';
import { SignedIn } from '../../signIn/SignedIn';
import { Places, type Place } from '../../ui/Places';

const TEACHER_PLACES: Place[] = [
  { path: '/to-review', word: 'To review', icon: 'review' },
  { path: '/activities', word: 'Activities', icon: 'plan' },
  { path: '/class', word: 'Class', icon: 'group' },
  { path: '/marks', word: 'Marks', icon: 'table' },
];

export default function TeacherLayout() {
  const { data: me } = useMe();
  const teacher = me && me.role !== 'learner' ? me.id : null;
  // Its code comes late; until then, lists ask by themselves.
  useEffect(() => {
    if (teacher)
      import('../../sheets')
        .then(({ news }) => news.start(teacher))
        .catch((error: unknown) => console.warn('News can’t be heard yet.', error));
  }, [teacher]);
  return (
    <SignedIn role="teacher">
      {() => (
        <Places places={TEACHER_PLACES}>
          <Slot />
        </Places>
      )}
    </SignedIn>
  );
}
