import { lazy, Suspense } from 'react';
import { SignedIn } from '../signIn/SignedIn';
import { AmongPlaces } from '../ui/AmongPlaces';
import { Opening } from '../ui/Opening';

const WhatHomeSees = lazy(() => import('../lateScreens').then((sheets) => ({ default: sheets.WhatHomeSees })));

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
