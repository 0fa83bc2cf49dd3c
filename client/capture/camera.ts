import { transfer } from 'comlink';
import { scanner } from './scanner';
import { startPracticeCamera } from './practiceCamera';

export type Facing = 'environment' | 'user';

/** An opened camera. */
export interface Camera {
  stream: MediaStream;
  /** Made by the program, because there is no other. */
  practice: boolean;
  facing: Facing;
  /** Whether it has a light that can be switched. */
  torch: boolean;
}

/** Asked for; the device gives what it has. A film is watched, a photo is read. */
const WISHES = {
  photo: { width: { ideal: 4096 }, height: { ideal: 3072 } },
  film: { width: { ideal: 1280 }, height: { ideal: 720 }, frameRate: { ideal: 30, max: 30 } },
};

/** Told when a camera that was open is unplugged, or may no longer be used. */
export const CAMERA_GONE = 'The camera has gone. Plug it in or allow it again, then try again.';

/** Why there is no camera, in a sentence; null where the practice one should stand in. */
function whyNot(error: unknown, wish: keyof typeof WISHES): string | null {
  switch ((error as DOMException).name) {
    case 'NotAllowedError':
    case 'SecurityError':
      return `The camera may not be used here. Allow it in the browser’s settings for this page, or take a ${wish} from a file.`;
    case 'NotReadableError':
    case 'AbortError':
      return 'The camera is in use by another program. Close that and try again.';
    default:
      return null;
  }
}

/** The camera can't be used; the message says why and what to do. */
export class CameraError extends Error {}

/** Opens the camera, or the practice camera where the device has none. @throws CameraError */
export async function openCamera(facing: Facing, wish: keyof typeof WISHES = 'photo'): Promise<Camera> {
  try {
    const devices = navigator.mediaDevices;
    if (!devices) throw new DOMException('', 'NotFoundError');
    const stream = await devices.getUserMedia({ video: { facingMode: { ideal: facing }, ...WISHES[wish] } });
    const [track] = stream.getVideoTracks();
    const torch = Boolean((track?.getCapabilities?.() as { torch?: boolean } | undefined)?.torch);
    return { stream, practice: false, facing, torch };
  } catch (error) {
    const why = whyNot(error, wish);
    if (why) throw new CameraError(why);
    return { stream: startPracticeCamera(), practice: true, facing, torch: false };
  }
}

export function closeCamera({ stream }: Camera): void {
  for (const track of stream.getTracks()) track.stop();
}

export async function setTorch({ stream }: Camera, on: boolean): Promise<void> {
  await stream.getVideoTracks()[0]?.applyConstraints({ advanced: [{ torch: on } as MediaTrackConstraintSet] });
}

/** Whether there is a camera on the other side as well. */
export async function hasTwoCameras(): Promise<boolean> {
  const devices = (await navigator.mediaDevices?.enumerateDevices()) ?? [];
  return devices.filter(({ kind }) => kind === 'videoinput').length > 1;
}

/** What a film shows at one moment; unpacked where it is read, which is away from the main thread. */
export type Frame = VideoFrame | ImageBitmap;

/**
 * The picture that a film which plays shows now, to be handed on, or closed. Null where it shows none: a camera that is
 * being changed, put away, or between two pictures may have said that it does.
 */
export async function frameOf(video: HTMLVideoElement): Promise<Frame | null> {
  try {
    // Where there is no VideoFrame, the main thread must unpack it.
    return 'VideoFrame' in window ? new VideoFrame(video) : await createImageBitmap(video);
  } catch (error) {
    if (error instanceof DOMException && error.name === 'InvalidStateError') return null;
    throw error;
  }
}

/** So long is waited for a camera that shows nothing, in milliseconds. */
const PATIENCE = 2_000;

async function nextFrameOf(video: HTMLVideoElement): Promise<Frame | null> {
  const end = performance.now() + PATIENCE;
  let frame = await frameOf(video);
  while (!frame && performance.now() < end) {
    await new Promise(requestAnimationFrame);
    frame = await frameOf(video);
  }
  return frame;
}

/** The picture of this moment, as finely as the camera gives it; null where it gives none any more. */
export async function takePhoto(camera: Camera, video: HTMLVideoElement): Promise<Blob | null> {
  const [track] = camera.stream.getVideoTracks();
  if (!camera.practice && track && 'ImageCapture' in window) {
    try {
      const capture = new (
        window as unknown as { ImageCapture: new (track: MediaStreamTrack) => { takePhoto(): Promise<Blob> } }
      ).ImageCapture(track);
      return await capture.takePhoto();
    } catch (error) {
      // Some cameras give only their film: its picture is taken below.
      console.warn('The camera takes no photos of its own.', error);
    }
  }
  const frame = await nextFrameOf(video);
  return frame && scanner().pack(transfer(frame, [frame]));
}
