import { lazy, Suspense } from 'react';
import { SignedIn } from '../signIn/SignedIn';
import { AmongPlaces } from '../ui/AmongPlaces';
import { Opening } from '../ui/Opening';
import { late } from '../late';

const WhatHomeSees = lazy(() => late().then((sheets) => ({ default: sheets.WhatHomeSees })));

export default function WhatHomeSeesRoute() {
  return (
    <SignedIn role="learner">
      {(me) => (
        <AmongPlaces role={me.role}>
          <Suspense fallback={<Opening />}>
            <WhatHomeSees me={me} />
          </Suspense>
        </AmongPlaces>
      )}
    </SignedIn>
  );
}
