/** Finds sheets in what the camera sees and makes straight pages of photos, away from the main thread. */
import { pictureDifference, type Difference } from '@lippet/core/scan/difference';
import { findSheet } from '@lippet/core/scan/findSheet';
import { judgeShot } from '@lippet/core/scan/judgeShot';
import { LiveLook, type Seen } from '@lippet/core/scan/liveLook';
import { withLook } from '@lippet/core/scan/looks';
import { wholeImage } from '@lippet/core/scan/quad';
import type { Rgba } from '@lippet/core/scan/raster';
import { fromShares, toShares, type Look, type Turn, type Warning } from '@lippet/core/scan/shot';
import { straighten } from '@lippet/core/scan/straighten';
import { expose, transfer } from 'comlink';
import { decodeHeif, isHeif } from './heif';

/** Most pixels of a page that is made: A4 at 300 dots an inch. */
const MOST_PIXELS = 2480 * 3508;
/** The camera's pictures are looked at this large, in pixels on the longer side. */
const LOOK_SIDE = 480;
const QUALITY = 0.9;
const PHOTO_QUALITY = 0.95;
/** Photos stay unpacked until so many others have been. */
const MOST_OPEN = 2;

/** A photo as it was opened. */
export interface OpenedShot {
  width: number;
  height: number;
  /** Corners of the sheet that was found, as shares of the photo. */
  corners: number[] | null;
  warnings: Warning[];
}

/** How a page is to be made of a photo. */
export interface Wish {
  corners: readonly number[] | null;
  turn: Turn;
  look: Look;
}

/** A frame's picture on a canvas, at most `longest` pixels long; the frame is closed. */
function drawn(
  frame: VideoFrame | ImageBitmap,
  longest: number,
): { canvas: OffscreenCanvas; context: OffscreenCanvasRenderingContext2D } {
  const [wide, high] =
    'displayWidth' in frame ? [frame.displayWidth, frame.displayHeight] : [frame.width, frame.height];
  const fit = Math.min(1, longest / Math.max(wide, high));
  const canvas = new OffscreenCanvas(Math.round(wide * fit), Math.round(high * fit));
  const context = canvas.getContext('2d', { willReadFrequently: true })!;
  context.drawImage(frame, 0, 0, canvas.width, canvas.height);
  frame.close();
  return { canvas, context };
}

function pixelsOf(frame: VideoFrame | ImageBitmap, longest = Infinity): Rgba {
  const { canvas, context } = drawn(frame, longest);
  return context.getImageData(0, 0, canvas.width, canvas.height);
}

async function unpacked(photo: Blob): Promise<Rgba> {
  try {
    return pixelsOf(await createImageBitmap(photo, { imageOrientation: 'from-image' }));
  } catch (error) {
    if (await isHeif(photo)) return decodeHeif(photo);
    throw error;
  }
}

let live = new LiveLook();
const open = new Map<string, Promise<Rgba>>();

function opened(id: string, photo: Blob): Promise<Rgba> {
  const known = open.get(id) ?? unpacked(photo);
  open.delete(id);
  open.set(id, known);
  known.catch(() => open.delete(id));
  if (open.size > MOST_OPEN) open.delete(open.keys().next().value!);
  return known;
}

function madeOf(image: Rgba, { corners, turn, look }: Wish, most: number): Rgba {
  const quad = (corners && fromShares(corners, image.width, image.height)) ?? wholeImage(image.width, image.height);
  return withLook(straighten(image, quad, turn, most), look);
}

const scanner = {
  /** Looks at one picture of the camera; those of one camera come in order. */
  look(frame: VideoFrame | ImageBitmap): Seen {
    return live.look(pixelsOf(frame, LOOK_SIDE));
  },

  /** What is looked at next has nothing to do with what was looked at before. */
  lookAnew(): void {
    live = new LiveLook();
  },

  /** Packs a picture of the camera as a photo. */
  async pack(frame: VideoFrame | ImageBitmap): Promise<Blob> {
    return drawn(frame, Infinity).canvas.convertToBlob({ type: 'image/jpeg', quality: PHOTO_QUALITY });
  },

  /** Opens a photo under a name of the caller's. @throws where the browser can't read it as a picture */
  async open(id: string, photo: Blob): Promise<OpenedShot> {
    const image = await opened(id, photo);
    const found = findSheet(image);
    return {
      width: image.width,
      height: image.height,
      corners: found && toShares(found.quad, image.width, image.height),
      warnings: judgeShot(image, found),
    };
  },

  /** How the page would look, quickly: at most `most` pixels. */
  async preview(id: string, photo: Blob, wish: Wish, most: number): Promise<ImageBitmap> {
    const page = madeOf(await opened(id, photo), wish, most);
    const bitmap = await createImageBitmap(
      new ImageData(page.data as Uint8ClampedArray<ArrayBuffer>, page.width, page.height),
    );
    return transfer(bitmap, [bitmap]);
  },

  /** Makes the page in full. */
  async make(id: string, photo: Blob, wish: Wish): Promise<{ page: Blob; width: number; height: number }> {
    const { data, width, height } = madeOf(await opened(id, photo), wish, MOST_PIXELS);
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')!.putImageData(new ImageData(data as Uint8ClampedArray<ArrayBuffer>, width, height), 0, 0);
    return { page: await canvas.convertToBlob({ type: 'image/jpeg', quality: QUALITY }), width, height };
  },

  /** What is different between two photos of one sheet. */
  async difference(before: Blob, now: Blob): Promise<Difference> {
    return pictureDifference(await unpacked(before), await unpacked(now));
  },

  close(id: string): void {
    open.delete(id);
  },
};
export type Scanner = typeof scanner;

expose(scanner);
