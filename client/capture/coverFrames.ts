import { bestFrames, type JudgedFrame } from '@lippet/core/film/coverFrames';
import { spansLength, toRecorded, type Span } from '@lippet/core/recording/spans';
import { listener } from '../recording/listener';

/** So many frames are looked at, this wide in pixels, and so many offered. */
const [LOOKED_AT, WIDTH, OFFERED] = [16, 200, 4];
const COVER_SIDE = 1280;
const QUALITY = 0.85;

export interface OfferedFrame extends JudgedFrame {
  /** A small picture of it. */
  address: string;
}

async function goTo(video: HTMLVideoElement, second: number): Promise<void> {
  const there = new Promise((resolve) => video.addEventListener('seeked', resolve, { once: true }));
  video.currentTime = second;
  await there;
}

function drawn(video: HTMLVideoElement, longest: number): HTMLCanvasElement {
  const { videoWidth: width, videoHeight: height } = video;
  const fit = Math.min(1, longest / Math.max(width, height));
  const canvas = Object.assign(document.createElement('canvas'), {
    width: Math.max(1, Math.round(width * fit)),
    height: Math.max(1, Math.round(height * fit)),
  });
  canvas.getContext('2d', { willReadFrequently: true })!.drawImage(video, 0, 0, canvas.width, canvas.height);
  return canvas;
}

/** A film opened for its frames alone. @throws Error where it can't be read */
async function openFilm(blob: Blob): Promise<{ video: HTMLVideoElement; close: () => void }> {
  const url = URL.createObjectURL(blob);
  const video = Object.assign(document.createElement('video'), { muted: true, playsInline: true, preload: 'auto' });
  const ready = new Promise((resolve, reject) => {
    video.addEventListener('loadeddata', resolve, { once: true });
    video.addEventListener('error', () => reject(new Error('The film could not be read.')), { once: true });
  });
  video.src = url;
  await ready;
  return {
    video,
    close: () => {
      video.removeAttribute('src');
      video.load();
      URL.revokeObjectURL(url);
    },
  };
}

/**
 * The frames of a film that can stand for it, best first: sharp, well lit, apart from each other. Seconds are of the
 * recording.
 */
export async function offerFrames(blob: Blob, spans: readonly Span[]): Promise<OfferedFrame[]> {
  const { video, close } = await openFilm(blob);
  try {
    const length = spansLength(spans);
    const looked: OfferedFrame[] = [];
    for (let i = 0; i < LOOKED_AT; i++) {
      const second = toRecorded(spans, ((i + 0.5) / LOOKED_AT) * length);
      await goTo(video, second);
      const canvas = drawn(video, WIDTH);
      const { data, width, height } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
      looked.push({
        second,
        score: await listener().score({ data, width, height }),
        address: canvas.toDataURL('image/webp', QUALITY),
      });
    }
    return bestFrames(looked, OFFERED, (length / LOOKED_AT) * 1.5).map((frame) => frame as OfferedFrame);
  } finally {
    close();
  }
}

/** One frame as a picture file. */
export async function frameOf(blob: Blob, second: number): Promise<Blob> {
  const { video, close } = await openFilm(blob);
  try {
    await goTo(video, second);
    return await new Promise<Blob>((resolve, reject) =>
      drawn(video, COVER_SIDE).toBlob(
        (made) => (made ? resolve(made) : reject(new Error('The frame could not be packed.'))),
        'image/webp',
        QUALITY,
      ),
    );
  } finally {
    close();
  }
}
