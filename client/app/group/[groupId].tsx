import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { AmongPlaces } from '../../ui/AmongPlaces';
import { Opening } from '../../ui/Opening';
import { late } from '../../late';

const GroupDesk = lazy(() => late().then((sheets) => ({ default: sheets.GroupDesk })));

export default function GroupRoute() {
  const { groupId } = useLocalSearchParams<{ groupId: string }>();
  return (
    <SignedIn role="teacher">
      {(me) => (
        <AmongPlaces role={me.role}>
          <Suspense fallback={<Opening />}>
            <GroupDesk key={groupId} groupId={groupId} />
          </Suspense>
        </AmongPlaces>
      )}
    </SignedIn>
  );
}
