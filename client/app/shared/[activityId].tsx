import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { AmongPlaces } from '../../ui/AmongPlaces';
import { Opening } from '../../ui/Opening';
import { late } from '../../late';

const SharedBoardDesk = lazy(() => late().then((sheets) => ({ default: sheets.SharedBoardDesk })));

export default function SharedBoardRoute() {
  const { activityId } = useLocalSearchParams<{ activityId: string }>();
  return (
    <SignedIn role="teacher">
      {(me) => (
        <AmongPlaces role="teacher">
          <Suspense fallback={<Opening />}>
            <SharedBoardDesk key={activityId} activityId={activityId} me={me} />
          </Suspense>
        </AmongPlaces>
      )}
    </SignedIn>
  );
}
