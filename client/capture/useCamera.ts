import { useEffect, useState } from 'react';
import { CAMERA_GONE, CameraError, closeCamera, hasTwoCameras, openCamera, type Camera, type Facing } from './camera';

/** A camera is being opened, is open, or is not there, which is said in a sentence. */
export type CameraState = { step: 'opening' } | { step: 'open'; camera: Camera } | { step: 'none'; why: string };

const OPENING: CameraState = { step: 'opening' };

/** The camera of a device, open for as long as the screen is there. */
export function useCamera(): {
  state: CameraState;
  twoCameras: boolean;
  /** Takes the camera on the other side. */
  turnRound: () => void;
  /** Tries again to open it. */
  again: () => void;
} {
  const [facing, setFacing] = useState<Facing>('environment');
  const [state, setState] = useState(OPENING);
  const [twoCameras, setTwoCameras] = useState(false);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    let opened: Camera | null = null;
    let gone = false;
    setState(OPENING);
    openCamera(facing).then(
      (camera) => {
        if (gone) return closeCamera(camera);
        opened = camera;
        const lost = (): void => {
          if (!gone) setState({ step: 'none', why: CAMERA_GONE });
        };
        camera.stream.getVideoTracks()[0]?.addEventListener('ended', lost);
        setState({ step: 'open', camera });
        return void hasTwoCameras().then(setTwoCameras);
      },
      (error: unknown) => {
        if (!(error instanceof CameraError)) throw error;
        // Of a camera that nobody wants any more, nothing is said.
        if (!gone) setState({ step: 'none', why: error.message });
      },
    );
    return () => {
      gone = true;
      if (opened) closeCamera(opened);
    };
  }, [facing, tries]);
  return {
    state,
    twoCameras,
    turnRound: () => setFacing(facing === 'user' ? 'environment' : 'user'),
    again: () => setTries(tries + 1),
  };
}
