import { MEDIA_LIMITS } from '@lippet/core/contract/media';
import { imageSize } from 'image-size';

export const TOO_MANY_PIXELS = `That picture is too large: at most ${MEDIA_LIMITS.pixels / 1e6} million pixels.`;

/** How much of a file is read for its head, in bytes. */
const HEAD = 512 * 1024;

/** Whether a file's head says that it is too large: a huge picture is refused before anything of it is unpacked. */
export async function tellsTooLarge(file: Blob): Promise<boolean> {
  try {
    const { width, height } = imageSize(new Uint8Array(await file.slice(0, HEAD).arrayBuffer()));
    return width * height > MEDIA_LIMITS.pixels;
  } catch {
    return false; // no head that is known: the browser judges
  }
}
