/** SVG is a program: it is looked over before it is drawn, and drawn by another program that may take only so much. */
import { open } from 'node:fs/promises';
import { promisify } from 'node:util';
import { gunzip } from 'node:zlib';
import { SaxesParser } from 'saxes';
import { ProblemError } from '../problems/problem';
import { PROGRAM_LIMITS, ProgramOverLimitError, ProgramRefusedError, runProgram } from './program';

const unpack = promisify(gunzip);

/** What a drawing may hold; far beyond what one that was drawn by hand, or by a program for people, comes to. */
const LIMITS = {
  /** Bytes, unpacked. */
  bytes: 8 * 1024 * 1024,
  elements: 50_000,
  depth: 200,
  filters: 20,
  /** Characters of all paths together. */
  path: 6 * 1024 * 1024,
  /** Numbers of all dashes together. */
  dashes: 2_000,
};
/** An SVG is drawn this large (pixels on its longer side): fine on a page that is looked at closely. */
const SIDE = 2048;
/** Drawings by hand take a fraction of a second. */
const LIMITS_OF_DRAWING = { ...PROGRAM_LIMITS.draw, processor: 4 };

const TOO_MUCH =
  'That drawing holds more than can be drawn here. Save it as a PNG or a JPEG and add that in its place.';
const refuse = (): ProblemError => new ProblemError('unfit', TOO_MUCH);

const GZIP = Buffer.from([0x1f, 0x8b]);
/** So much of a file is looked at to know it for an SVG. */
const HEAD = 4_096;

/** The text of an SVG at `path`, unpacked where it is packed; null where the file is none. @throws ProblemError `unfit` */
export async function readSvg(path: string): Promise<string | null> {
  const file = await open(path);
  try {
    const { size } = await file.stat();
    const { buffer, bytesRead } = await file.read(Buffer.alloc(HEAD), 0, HEAD, 0);
    const head = buffer.subarray(0, bytesRead);
    const packed = head.subarray(0, 2).equals(GZIP);
    if (!packed && !looksLikeSvg(head)) return null;
    if (size > LIMITS.bytes) throw refuse();
    const content = Buffer.alloc(size);
    await file.read(content, 0, size, 0);
    if (!packed) return content.toString('utf8');
    const text = await unpackSvg(content);
    return text !== null && looksLikeSvg(text.subarray(0, HEAD)) ? text.toString('utf8') : null;
  } finally {
    await file.close();
  }
}

const looksLikeSvg = (head: Buffer): boolean => /<svg[\s>]/i.test(head.toString('latin1'));

/** What lies in a packed file; null where it is damaged. @throws ProblemError `unfit` where it is too much */
async function unpackSvg(content: Buffer): Promise<Buffer | null> {
  try {
    return await unpack(content, { maxOutputLength: LIMITS.bytes });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ERR_BUFFER_TOO_LARGE') throw refuse();
    return null;
  }
}

/** @throws ProblemError `unfit` for a drawing that holds too much, or is no whole XML */
export function lookOverSvg(text: string): void {
  const left = { ...LIMITS };
  const spend = (limit: keyof typeof LIMITS, amount: number): void => {
    left[limit] -= amount;
    if (left[limit] < 0) throw refuse();
  };
  const parser = new SaxesParser();
  let depth = 0;
  parser.on('error', () => {
    throw refuse();
  });
  // Names of its own for texts that grow as they are read, and other files: nobody needs them for a drawing.
  parser.on('doctype', (doctype) => {
    if (/ENTITY/i.test(doctype)) throw refuse();
  });
  parser.on('opentag', ({ name, attributes }) => {
    depth += 1;
    if (depth > LIMITS.depth) throw refuse();
    spend('elements', 1);
    if (/^(fe[A-Z]|filter$)/.test(name)) spend('filters', 1);
    for (const [attribute, value] of Object.entries(attributes as Record<string, string>)) {
      if (attribute === 'd' || attribute === 'points') spend('path', value.length);
      if (attribute === 'stroke-dasharray' || attribute === 'style') spend('dashes', value.split(/[\s,]+/).length);
    }
  });
  parser.on('closetag', () => {
    depth -= 1;
  });
  parser.write(text).close();
}

/**
 * Draws an SVG in a program of its own, which gets no file and no network to ask, and only so much time and memory.
 *
 * @returns a PNG
 * @throws ProblemError `unfit` where it can't be drawn within them, `busy` where there is no room for it just now
 */
export async function drawSvg(text: string): Promise<Buffer> {
  lookOverSvg(text);
  const size = ['--keep-aspect-ratio', `--width=${SIDE}`, `--height=${SIDE}`];
  try {
    return await runProgram('judging', 'rsvg-convert', [...size, '--format=png'], LIMITS_OF_DRAWING, text);
  } catch (error) {
    if (error instanceof ProgramRefusedError || error instanceof ProgramOverLimitError) throw refuse();
    throw error;
  }
}
