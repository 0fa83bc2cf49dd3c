import { lazy, Suspense } from 'react';
import { Opening } from '../ui/Opening';
import { late } from '../late';

const OtherDevice = lazy(() => late().then((sheets) => ({ default: sheets.OtherDevice })));

export default function CaptureRoute() {
  return (
    <Suspense fallback={<Opening />}>
      <OtherDevice />
    </Suspense>
  );
}
