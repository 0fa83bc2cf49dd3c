import { useLocalSearchParams } from 'expo-router';
import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { AmongPlaces } from '../../ui/AmongPlaces';
import { Opening } from '../../ui/Opening';
import { late } from '../../late';

const HomeGoDesk = lazy(() => late().then((sheets) => ({ default: sheets.HomeGoDesk })));

export default function HomeGoRoute() {
  const { goId } = useLocalSearchParams<{ goId: string }>();
  return (
    <SignedIn>
      {(me) => (
        <AmongPlaces role={me.role}>
          <Suspense fallback={<Opening />}>
            <HomeGoDesk key={goId} goId={goId} zone={me.school.zone} />
          </Suspense>
        </AmongPlaces>
      )}
    </SignedIn>
  );
}
