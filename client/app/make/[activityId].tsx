import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { Opening } from '../../ui/Opening';
import { late } from '../../late';

const PlanDesk = lazy(() => late().then((sheets) => ({ default: sheets.PlanDesk })));

export default function MakeRoute() {
  const { activityId } = useLocalSearchParams<{ activityId: string }>();
  return (
    <SignedIn role="teacher">
      {(me) => (
        <Suspense fallback={<Opening />}>
          <PlanDesk key={activityId} activityId={activityId} zone={me.school.zone} teacher={me.name} />
        </Suspense>
      )}
    </SignedIn>
  );
}
