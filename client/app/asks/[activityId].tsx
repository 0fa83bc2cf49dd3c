import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { AmongPlaces } from '../../ui/AmongPlaces';
import { Opening } from '../../ui/Opening';
import { late } from '../../late';

const ThreadsDesk = lazy(() => late().then((sheets) => ({ default: sheets.ThreadsDesk })));

export default function AsksRoute() {
  const { activityId, thread } = useLocalSearchParams<{ activityId: string; thread?: string }>();
  return (
    <SignedIn role="teacher">
      {(me) => (
        <AmongPlaces role={me.role}>
          <Suspense fallback={<Opening />}>
            <ThreadsDesk key={activityId} activityId={activityId} thread={thread ?? null} zone={me.school.zone} />
          </Suspense>
        </AmongPlaces>
      )}
    </SignedIn>
  );
}
