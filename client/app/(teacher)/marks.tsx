import { lazy, Suspense } from 'react';
import { SignedIn } from '../../signIn/SignedIn';
import { Opening } from '../../ui/Opening';
import { PersonHead } from '../../ui/PersonHead';
import { Screen } from '../../ui/Screen';
import { late } from '../../late';

const MarksDesk = lazy(() => late().then((sheets) => ({ default: sheets.MarksDesk })));

/** Learners by activities. */
export default function Marks() {
  return (
    <SignedIn role="teacher">
      {(me) => (
        <Screen full>
          <PersonHead me={me} title="Marks" below="Everybody’s work at a glance" />
          <Suspense fallback={<Opening />}>
            <MarksDesk me={me} />
          </Suspense>
        </Screen>
      )}
    </SignedIn>
  );
}
