import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { Opening } from '../../ui/Opening';
import { late } from '../../late';

const PartnerDesk = lazy(() => late().then((sheets) => ({ default: sheets.PartnerDesk })));

export default function PartnersRoute() {
  const { activityId } = useLocalSearchParams<{ activityId: string }>();
  return (
    <SignedIn role="learner">
      {(me) => (
        <Suspense fallback={<Opening />}>
          <PartnerDesk key={activityId} activityId={activityId} zone={me.school.zone} />
        </Suspense>
      )}
    </SignedIn>
  );
}
