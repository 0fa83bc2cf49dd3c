import { LRUCache } from 'lru-cache';
import sharp from 'sharp';
import { PROGRAM_LIMITS, ProgramOverLimitError, ProgramRefusedError, runProgram } from './program';

/** Pixels. */
const WIDTH = 480;
/** A small picture is never longer than so many times its width, however long the page is. */
const LONGEST = 3;
/** Bytes of small pictures that are kept at hand: some thousand pages. */
const AT_HAND = 64 * 1024 * 1024;
/** What an entry costs beside its picture. */
const ENTRY = 200;

/** A page: the PDF's path, and its number, from 1. */
interface Wish {
  path: string;
  page: number;
}

/** Small pictures of pages of PDFs. Each is drawn once, however many ask for it at once, and kept at hand for a while. */
export class PdfPictures {
  private readonly atHand = new LRUCache<string, { picture: Buffer | null }, Wish>({
    maxSize: AT_HAND,
    sizeCalculation: ({ picture }) => ENTRY + (picture?.length ?? 0),
    fetchMethod: async (_key, _stale, { context }) => ({ picture: await drawn(context) }),
  });

  /**
   * @param hash of the PDF's content
   * @returns a WebP; null where the page can't be drawn
   * @throws ProblemError `busy` where there is no room for it just now
   */
  async of(hash: string, wish: Wish): Promise<Buffer | null> {
    const { picture } = await this.atHand.forceFetch(`${hash}/${wish.page}`, { context: wish });
    return picture;
  }
}

const only = (page: number): string[] => ['-f', String(page), '-l', String(page)];

async function drawn({ path, page }: Wish): Promise<Buffer | null> {
  try {
    const args = ['-png', '-singlefile', '-cropbox', ...only(page), ...(await scale({ path, page })), path];
    const png = await runProgram('pictures', 'pdftoppm', args, PROGRAM_LIMITS.draw);
    return await sharp(png).webp({ quality: 80 }).toBuffer();
  } catch (error) {
    if (error instanceof ProgramRefusedError || error instanceof ProgramOverLimitError) return null;
    throw error;
  }
}

/** How a page is made small: as wide as wished, or as long as it may be. */
async function scale({ path, page }: Wish): Promise<string[]> {
  const args = ['-box', ...only(page), path];
  const output = (await runProgram('pictures', 'pdfinfo', args, PROGRAM_LIMITS.look)).toString('utf8');
  const [, left, top, right, bottom] = /CropBox:\s+(\S+)\s+(\S+)\s+(\S+)\s+(\S+)/.exec(output) ?? [];
  const across = Math.abs(Number(right) - Number(left));
  const along = Math.abs(Number(bottom) - Number(top));
  const lying = /rot:\s+(90|270)/.test(output);
  const shape = lying ? across / along : along / across;
  if (shape > LONGEST) return ['-scale-to-x', '-1', '-scale-to-y', String(WIDTH * LONGEST)];
  return ['-scale-to-x', String(WIDTH), '-scale-to-y', '-1'];
}
