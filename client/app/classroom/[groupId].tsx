import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { AmongPlaces } from '../../ui/AmongPlaces';
import { BackHead } from '../../ui/BackHead';
import { Opening } from '../../ui/Opening';
import { Screen } from '../../ui/Screen';
import { late } from '../../late';

const ClassBoard = lazy(() => late().then((sheets) => ({ default: sheets.ClassBoard })));

/** What one class shares: where updates lead, and where teachers lead it. */
export default function ClassroomRoute() {
  const { groupId } = useLocalSearchParams<{ groupId: string }>();
  return (
    <SignedIn>
      {(me) => (
        <AmongPlaces role={me.role}>
          <Screen wide>
            <BackHead
              title={me.groups.find(({ id }) => id === groupId)?.name ?? 'Class'}
              home={me.role === 'learner' ? '/our-class' : '/class'}
            />
            <Suspense fallback={<Opening />}>
              <ClassBoard key={groupId} groupId={groupId} me={me} />
            </Suspense>
          </Screen>
        </AmongPlaces>
      )}
    </SignedIn>
  );
}
