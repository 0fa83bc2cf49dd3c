import { lazy, Suspense } from 'react';
import { Opening } from '../ui/Opening';

const OtherDevice = lazy(() => import('../lateScreens').then((sheets) => ({ default: sheets.OtherDevice })));

export default function CaptureRoute() {
  return (
    <Suspense fallback={<Opening />}>
      <OtherDevice />
    </Suspense>
  );
}
