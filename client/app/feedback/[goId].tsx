import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { Opening } from '../../ui/Opening';
import { late } from '../../late';

const Feedback = lazy(() => late().then((sheets) => ({ default: sheets.Feedback })));

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
