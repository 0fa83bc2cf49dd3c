import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { AmongPlaces } from '../../ui/AmongPlaces';
import { Opening } from '../../ui/Opening';
import { late } from '../../late';

const FamiliesDesk = lazy(() => late().then((sheets) => ({ default: sheets.FamiliesDesk })));

export default function FamiliesRoute() {
  const { groupId } = useLocalSearchParams<{ groupId: string }>();
  return (
    <SignedIn role="teacher">
      {(me) => (
        <AmongPlaces role={me.role}>
          <Suspense fallback={<Opening />}>
            <FamiliesDesk key={groupId} groupId={groupId} zone={me.school.zone} />
          </Suspense>
        </AmongPlaces>
      )}
    </SignedIn>
  );
}
