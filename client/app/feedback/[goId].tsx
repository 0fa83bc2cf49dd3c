import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { Opening } from '../../ui/Opening';

const Feedback = lazy(() => import('../../lateScreens').then((sheets) => ({ default: sheets.Feedback })));

export default function FeedbackRoute() {
  const { goId } = useLocalSearchParams<{ goId: string }>();
  return (
    <SignedIn role="learner">
      {(me) => (
        <Suspense fallback={<Opening />}>
          <Feedback key={goId} goId={goId} zone={me.school.zone} />
        </Suspense>
      )}
    </SignedIn>
  );
}
