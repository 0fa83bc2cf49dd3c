import type { TakeSort } from '@lippet/core/recording/take';
import { useEffect, useState } from 'react';
import { CAMERA_GONE, CameraError, closeCamera, hasTwoCameras, openCamera, type Camera, type Facing } from './camera';
import { MICROPHONE_GONE, openMicrophone, type Microphone } from './microphone';

export interface Streams {
  /** Null for sound alone. */
  camera: Camera | null;
  microphone: Microphone;
  /** All that is recorded. */
  stream: MediaStream;
  twoCameras: boolean;
}

/** The microphone, and for a film the camera, for as long as they are wanted. */
export function useStreams(
  sort: TakeSort,
  facing: Facing,
  wanted: boolean,
  tries: number,
): { streams: Streams | null; why: string | null } {
  const [streams, setStreams] = useState<Streams | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  useEffect(() => {
    if (!wanted) return undefined;
    let gone = false;
    const open: (() => void)[] = [];
    const close = (): void => open.splice(0).forEach((end) => end());
    setWhy(null);
    void (async () => {
      try {
        const microphone = await openMicrophone();
        open.push(() => microphone.stream.getTracks().forEach((track) => track.stop()));
        const camera = sort === 'film' ? await openCamera(facing, 'film') : null;
        if (camera) open.push(() => closeCamera(camera));
        if (gone) return close();
        // A recording under way sees for itself that they end, and is to be whole before anything else is stopped.
        const lost = (device: Microphone | Camera, words: string): void => {
          for (const track of device.stream.getTracks()) {
            track.addEventListener('ended', () => {
              if (gone) return;
              setStreams(null);
              setWhy(words);
            });
          }
        };
        lost(microphone, MICROPHONE_GONE);
        if (camera) lost(camera, CAMERA_GONE);
        const stream = new MediaStream([
          ...(camera?.stream.getVideoTracks() ?? []),
          ...microphone.stream.getAudioTracks(),
        ]);
        setStreams({
          camera,
          microphone,
          stream,
          twoCameras: camera !== null && !camera.practice && (await hasTwoCameras()),
        });
      } catch (error) {
        close();
        if (!(error instanceof CameraError)) throw error;
        if (!gone) setWhy(error.message);
      }
      return undefined;
    })();
    return () => {
      gone = true;
      close();
      setStreams(null);
    };
  }, [sort, facing, wanted, tries]);
  return { streams, why };
}
