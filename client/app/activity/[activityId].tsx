import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { Opening } from '../../ui/Opening';
import { late } from '../../late';

// The canvas, the document and its sync come only when a sheet is opened.
const ActivitySheet = lazy(() => late().then((sheets) => ({ default: sheets.ActivitySheet })));

export default function ActivityRoute() {
  const { activityId, ask } = useLocalSearchParams<{ activityId: string; ask?: string }>();
  return (
    <SignedIn role="learner">
      {(me) => (
        <Suspense fallback={<Opening />}>
          <ActivitySheet key={activityId} activityId={activityId} ask={ask ?? null} zone={me.school.zone} />
        </Suspense>
      )}
    </SignedIn>
  );
}
