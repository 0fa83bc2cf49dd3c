import type { PieceView } from '@lippet/core/contract/pieces';
import { useState } from 'react';
import { Button } from '../ui/Button';
import { HangUp } from './HangUp';

/** From work that was sent: hanging it. From there one comes to the wall, which also stands in the class. */
export function WallWays({ piece }: { piece: PieceView }) {
  const [hanging, setHanging] = useState(false);
  return (
    <>
      <Button icon="pin" onPress={() => setHanging(true)}>
        Hang it up
      </Button>
      {hanging && <HangUp piece={piece} onClose={() => setHanging(false)} />}
    </>
  );
}
