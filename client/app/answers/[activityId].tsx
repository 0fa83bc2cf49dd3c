import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { AmongPlaces } from '../../ui/AmongPlaces';
import { Opening } from '../../ui/Opening';
import { late } from '../../late';

const AnswersDesk = lazy(() => late().then((sheets) => ({ default: sheets.AnswersDesk })));

export default function AnswersRoute() {
  const { activityId } = useLocalSearchParams<{ activityId: string }>();
  return (
    <SignedIn role="teacher">
      {(me) => (
        <AmongPlaces role={me.role}>
          <Suspense fallback={<Opening />}>
            <AnswersDesk key={activityId} activityId={activityId} me={me} />
          </Suspense>
        </AmongPlaces>
      )}
    </SignedIn>
  );
}
