import { lazy, Suspense } from 'react';
import { SignedIn } from '../signIn/SignedIn';
import { Opening } from '../ui/Opening';
import { late } from '../late';

const HomeDesk = lazy(() => late().then((sheets) => ({ default: sheets.HomeDesk })));

export default function HomeRoute() {
  return (
    <SignedIn role="family">
      {(me) => (
        <Suspense fallback={<Opening />}>
          <HomeDesk me={me} />
        </Suspense>
      )}
    </SignedIn>
  );
}
