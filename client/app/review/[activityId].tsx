import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { Opening } from '../../ui/Opening';
import { late } from '../../late';

const ReviewDesk = lazy(() => late().then((sheets) => ({ default: sheets.ReviewDesk })));

export default function ReviewRoute() {
  const { activityId, person } = useLocalSearchParams<{ activityId: string; person?: string }>();
  return (
    <SignedIn role="teacher">
      {(me) => (
        <Suspense fallback={<Opening />}>
          <ReviewDesk key={activityId} activityId={activityId} startWith={person} zone={me.school.zone} />
        </Suspense>
      )}
    </SignedIn>
  );
}
