import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { Opening } from '../../ui/Opening';

const GroupDesk = lazy(() => import('../../sheets').then((sheets) => ({ default: sheets.GroupDesk })));

export default function GroupRoute() {
  const { groupId } = useLocalSearchParams<{ groupId: string }>();
  return (
    <SignedIn role="teacher">
      {() => (
        <Suspense fallback={<Opening />}>
          <GroupDesk key={groupId} groupId={groupId} />
        </Suspense>
      )}
    </SignedIn>
  );
}
