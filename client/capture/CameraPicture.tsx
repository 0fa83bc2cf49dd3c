import { wholeImage } from '@lippet/core/scan/quad';
import type { RefObject } from 'react';
import type { Camera } from './camera';
import { Stitches } from './Stitches';
import type { LiveLook } from './useLiveLook';

interface Props {
  camera: Camera;
  video: RefObject<HTMLVideoElement | null>;
  look: LiveLook;
}

const OVER = { position: 'absolute', inset: 0, width: '100%', height: '100%' } as const;

/** What the camera sees, mirrored where it looks at the one who holds it, with the outline of the sheet it has found. */
export function CameraPicture({ camera, video, look: { seen, wait } }: Props) {
  const mirrored = camera.facing === 'user';
  const { quad, cut } = seen?.found ?? { quad: wholeImage(0, 0), cut: false };
  return (
    <div style={{ position: 'absolute', inset: 0, transform: mirrored ? 'scaleX(-1)' : undefined }}>
      <video
        ref={video}
        playsInline
        muted
        aria-label="What the camera sees"
        style={{ width: '100%', height: '100%', objectFit: 'contain' }}
      />
      {seen?.found && (
        <svg
          viewBox={`0 0 ${seen.width} ${seen.height}`}
          preserveAspectRatio="xMidYMid meet"
          aria-hidden
          data-testid="outline"
          style={OVER}
        >
          <Stitches corners={quad} scale={seen.width} cut={cut} sewn={wait} />
        </svg>
      )}
    </div>
  );
}
