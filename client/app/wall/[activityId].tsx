import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { AmongPlaces } from '../../ui/AmongPlaces';
import { Opening } from '../../ui/Opening';
import { late } from '../../late';

const WallDesk = lazy(() => late().then((sheets) => ({ default: sheets.WallDesk })));

export default function WallRoute() {
  const { activityId, group } = useLocalSearchParams<{ activityId: string; group?: string }>();
  return (
    <SignedIn>
      {(me) => (
        <AmongPlaces role={me.role}>
          <Suspense fallback={<Opening />}>
            <WallDesk key={activityId} activityId={activityId} groupId={group ?? null} me={me} />
          </Suspense>
        </AmongPlaces>
      )}
    </SignedIn>
  );
}
