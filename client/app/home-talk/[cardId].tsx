import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { AmongPlaces } from '../../ui/AmongPlaces';
import { Opening } from '../../ui/Opening';
import { late } from '../../late';

const FamilyTalkDesk = lazy(() => late().then((sheets) => ({ default: sheets.FamilyTalkDesk })));

export default function HomeTalkRoute() {
  const { cardId } = useLocalSearchParams<{ cardId: string }>();
  return (
    <SignedIn>
      {(me) => (
        <AmongPlaces role={me.role}>
          <Suspense fallback={<Opening />}>
            <FamilyTalkDesk key={cardId} cardId={cardId} zone={me.school.zone} />
          </Suspense>
        </AmongPlaces>
      )}
    </SignedIn>
  );
}
