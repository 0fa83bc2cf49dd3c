/** The two forms in which a PDF takes a picture. */
export type PictureForm = 'jpeg' | 'png';

/** So many of a file's first bytes tell its form. */
export const PICTURE_HEAD = 4_096;
/** Of 0 to 1: what was packed with a loss before must not lose what can be seen a second time. */
export const JPEG_QUALITY = 0.92;

const text = (bytes: Uint8Array, from: number): string => String.fromCharCode(...bytes.subarray(from, from + 4));

/** In the flags of an extended WebP file: something shows through. */
const ALPHA = 0x10;

/**
 * In which form a picture is best taken into a PDF: JPEG if it lost something already and nothing shows through it, as
 * photos do, else PNG.
 * A photo as PNG is five times as large, and takes seconds to pack.
 *
 * @param bytes of a JPEG, PNG or WebP file (RFC 9649), at least the first {@link PICTURE_HEAD}
 */
export function pictureForm(bytes: Uint8Array): PictureForm {
  if (bytes[0] === 0xff && bytes[1] === 0xd8) return 'jpeg';
  if (text(bytes, 0) !== 'RIFF' || text(bytes, 8) !== 'WEBP') return 'png';
  const first = text(bytes, 12);
  if (first === 'VP8 ') return 'jpeg';
  if (first !== 'VP8X' || bytes[20]! & ALPHA) return 'png';
  // Colour profiles and the like come before the picture itself.
  for (let offset = 30; offset + 8 <= bytes.length;) {
    const chunk = text(bytes, offset);
    if (chunk === 'VP8 ') return 'jpeg';
    if (chunk === 'VP8L') return 'png';
    const size =
      bytes[offset + 4]! | (bytes[offset + 5]! << 8) | (bytes[offset + 6]! << 16) | (bytes[offset + 7]! << 24);
    if (size < 0) return 'png';
    offset += 8 + size + (size & 1);
  }
  return 'png';
}
