/** What a file is, by how it begins: the same on a device, which may show more than school keeps, and at school. */

/** Pictures that school takes as they come. */
export type PictureKind = 'png' | 'jpeg' | 'webp' | 'gif' | 'heic' | 'svg';

/** So many bytes of a file have to be looked at to know it. */
export const HEAD_BYTES = 4_096;
/** Within so many bytes a PDF has to begin: some programs write something of their own before it. */
const PDF_WITHIN = 1_024;

const GZIP = [0x1f, 0x8b];
const begins = (head: Uint8Array, signature: readonly number[], offset = 0): boolean =>
  signature.every((byte, i) => head[offset + i] === byte);
const letters = (head: Uint8Array, from: number, to: number): string =>
  String.fromCharCode(...head.subarray(from, Math.min(to, head.length)));

/** Brands of the container that phones keep their photos in (ISO/IEC 23008-12). */
const HEIC_BRANDS = new Set(['heic', 'heix', 'hevc', 'hevx', 'heim', 'heis', 'mif1', 'msf1']);

/** @param head the first {@link HEAD_BYTES} of a file, or all of it; null for what is no picture that school takes */
export function pictureKindOf(head: Uint8Array): PictureKind | null {
  if (begins(head, [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])) return 'png';
  if (begins(head, [0xff, 0xd8, 0xff])) return 'jpeg';
  if (letters(head, 0, 4) === 'GIF8') return 'gif';
  if (letters(head, 0, 4) === 'RIFF' && letters(head, 8, 12) === 'WEBP') return 'webp';
  if (letters(head, 4, 8) === 'ftyp' && HEIC_BRANDS.has(letters(head, 8, 12))) return 'heic';
  // Packed drawings are known at school, once they are unpacked.
  if (begins(head, GZIP) || /<svg[\s>]/i.test(letters(head, 0, HEAD_BYTES))) return 'svg';
  return null;
}

/** @param head the first {@link HEAD_BYTES} of a file, or all of it */
export const beginsAsPdf = (head: Uint8Array): boolean => letters(head, 0, PDF_WITHIN).includes('%PDF-');
