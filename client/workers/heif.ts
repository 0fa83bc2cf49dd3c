/** Photos as phones of one maker take them (HEIC), which most browsers can't read. */
import type { Rgba } from '@lippet/core/scan/raster';

/** The part of libheif that is used here; its script comes late, and only into the worker that asks for it. */
interface HeifImage {
  get_width(): number;
  get_height(): number;
  display(into: Rgba, done: (filled: Rgba | null) => void): void;
}
interface Heif {
  HeifDecoder: new () => { decode(file: Uint8Array): HeifImage[] };
}

const SCRIPT = '/heif/libheif.js';
/** Brands of the file type box (ISO/IEC 23008-12) that say HEIC. */
const BRANDS = ['heic', 'heix', 'heim', 'heis', 'mif1', 'msf1'];

/** Whether a file's head says that it is such a photo. */
export async function isHeif(file: Blob): Promise<boolean> {
  const head = new TextDecoder('latin1').decode(await file.slice(4, 12).arrayBuffer());
  return head.startsWith('ftyp') && BRANDS.includes(head.slice(4));
}

let library: Heif | null = null;

function load(): Heif {
  const worker = self as unknown as { importScripts(path: string): void; libheif?: () => Heif };
  if (!worker.libheif) worker.importScripts(SCRIPT);
  if (!worker.libheif) throw new Error('The decoder of HEIC photos did not come.');
  return worker.libheif();
}

/** The photo's pixels, upright. Only within a worker. @throws Error where it can't be read */
export async function decodeHeif(file: Blob): Promise<Rgba> {
  library ??= load();
  const [image] = new library.HeifDecoder().decode(new Uint8Array(await file.arrayBuffer()));
  if (!image) throw new Error('There is no photo in that file.');
  const [width, height] = [image.get_width(), image.get_height()];
  const room: Rgba = { data: new Uint8ClampedArray(width * height * 4), width, height };
  return new Promise((resolve, reject) =>
    image.display(room, (filled) => (filled ? resolve(filled) : reject(new Error('The photo could not be decoded.')))),
  );
}
