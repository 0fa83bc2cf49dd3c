import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { Opening } from '../../ui/Opening';

const QuestionsDesk = lazy(() => import('../../sheets').then((sheets) => ({ default: sheets.QuestionsDesk })));

export default function AsksRoute() {
  const { activityId, thread } = useLocalSearchParams<{ activityId: string; thread?: string }>();
  return (
    <SignedIn role="teacher">
      {(me) => (
        <Suspense fallback={<Opening />}>
          <QuestionsDesk key={activityId} activityId={activityId} thread={thread ?? null} zone={me.school.zone} />
        </Suspense>
      )}
    </SignedIn>
  );
}
