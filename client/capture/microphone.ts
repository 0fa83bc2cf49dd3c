import { levelOf } from '@lippet/core/sound/wave';
import { CameraError } from './camera';
import { startPracticeMicrophone } from './practiceMicrophone';

/** An opened microphone. */
export interface Microphone {
  stream: MediaStream;
  /** Made by the program, because there is no other. */
  practice: boolean;
}

/** The microphone can't be used; the message says why and what to do. */
export class MicrophoneError extends CameraError {}

/** Told when a microphone that was open is unplugged, or may no longer be used. */
export const MICROPHONE_GONE = 'The microphone has gone. Plug it in or allow it again, then try again.';

/** Opens the microphone, or the practice one where the device has none. @throws MicrophoneError */
export async function openMicrophone(): Promise<Microphone> {
  try {
    const devices = navigator.mediaDevices;
    if (!devices) throw new DOMException('', 'NotFoundError');
    return {
      stream: await devices.getUserMedia({
        audio: { echoCancellation: false, noiseSuppression: true, autoGainControl: true },
      }),
      practice: false,
    };
  } catch (error) {
    switch ((error as DOMException).name) {
      case 'NotAllowedError':
      case 'SecurityError':
        throw new MicrophoneError(
          'The microphone may not be used here. Allow it in the browser’s settings for this page, or bring a recording from a file.',
        );
      case 'NotReadableError':
      case 'AbortError':
        throw new MicrophoneError('The microphone is in use by another program. Close that and try again.');
      default:
        return { stream: startPracticeMicrophone(), practice: true };
    }
  }
}

/** Tells how loud a stream is at this moment, 0 to 1, until it is closed. */
export function listenTo(stream: MediaStream): { level: () => number; close: () => void } {
  const context = new AudioContext();
  const analyser = new AnalyserNode(context, { fftSize: 1024 });
  context.createMediaStreamSource(stream).connect(analyser);
  const samples = new Float32Array(analyser.fftSize);
  return {
    level() {
      analyser.getFloatTimeDomainData(samples);
      return levelOf(samples);
    },
    close: () => void context.close(),
  };
}
