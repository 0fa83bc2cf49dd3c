/** Judges what comes in by its content, never by its name, and makes of it what is kept. */
import { mkdir, open, readdir, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import sharp, { type Metadata } from 'sharp';
import { MEDIA_LIMITS, type MediaKind } from '@lippet/core/contract/media';
import { beginsAsPdf, HEAD_BYTES } from '@lippet/core/media/fileKinds';
import { busy, ProblemError } from '../problems/problem';
import { inTurn, isShortage, PROGRAM_LIMITS, ProgramOverLimitError, ProgramRefusedError, runProgram } from './program';
import { probeRecording } from './recording';
import { drawSvg, readSvg } from './svg';

/** What is kept of a file. */
export interface JudgedMedia {
  kind: MediaKind;
  type: string;
  /** Written anew; null where the file is kept as it came. */
  content: Buffer | null;
  width: number | null;
  height: number | null;
  pages: number | null;
  seconds: number | null;
}

const PICTURES = new Set(['jpeg', 'png', 'webp', 'gif', 'heif']);
const DAMAGED =
  'That picture is damaged: it begins like one but can’t be read to its end. Try to save it again, or take another.';
const refuse = (sentence: string): ProblemError => new ProblemError('unfit', sentence);

/** Whether a file begins as a PDF. */
async function isPdf(path: string): Promise<boolean> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(HEAD_BYTES), 0, HEAD_BYTES, 0);
    return beginsAsPdf(buffer.subarray(0, bytesRead));
  } finally {
    await file.close();
  }
}

const megabytes = (bytes: number): number => bytes / 1024 / 1024;

/**
 * @param anyFile keeps what is no picture, PDF or recording as bytes that are only ever taken away, never opened here
 * @throws ProblemError `unfit` or `too-large` with a sentence if the file at `path` is nothing that can be kept, `busy`
 * if the machine had no room to look
 */
export async function judgeMedia(path: string, { anyFile = false } = {}): Promise<JudgedMedia> {
  const { size } = await stat(path);
  if (size === 0) throw refuse('That file is empty.');
  const svg = await readSvg(path);
  if (svg !== null) return judgePicture(await drawSvg(svg));
  // What can be read as a picture is one, whatever else is behind it: writing it anew leaves only the picture.
  const found = await metadataOf(path).catch(nothingFound);
  const pdf = !found && (await isPdf(path));
  const recording = found || pdf ? null : await judgeRecording(path);
  if (recording) return recording;
  if (size > MEDIA_LIMITS.file)
    throw new ProblemError('too-large', `A picture or a PDF may have at most ${megabytes(MEDIA_LIMITS.file)} MB.`);
  if (pdf) return judgePdf(path);
  if (!found && anyFile)
    return {
      kind: 'file',
      type: 'application/octet-stream',
      content: null,
      width: null,
      height: null,
      pages: null,
      seconds: null,
    };
  if (!found)
    throw refuse(
      'That file is no picture, PDF, sound or film that Lippet can read to its end. PNG, JPEG, WebP, GIF, ' +
        'SVG, PDF, WebM, MP4, MP3 and WAV can be used.',
    );
  return judgePicture(path);
}

const metadataOf = (picture: string | Buffer): Promise<Metadata> =>
  sharp(picture, { limitInputPixels: false }).metadata();

/** What can't be read is no picture, unless the machine had no room to look. */
function nothingFound(error: unknown): null {
  if (isShortage(error)) throw busy();
  return null;
}

/** What programs add to the end of a recording of so many minutes, in seconds. */
const ADDED_BY_ENCODERS = 2;

/** Sound and film are kept as they came; a job makes of them what plays everywhere. */
async function judgeRecording(path: string): Promise<JudgedMedia | null> {
  const facts = await probeRecording(path);
  if (!facts) return null;
  const { sort, type, seconds, width, height } = facts;
  if (seconds !== null && seconds > MEDIA_LIMITS.seconds + ADDED_BY_ENCODERS) {
    throw refuse(
      `That recording is ${Math.ceil(seconds / 60)} minutes long; at most ${MEDIA_LIMITS.seconds / 60} can be used.`,
    );
  }
  return { kind: sort, type, content: null, width, height, pages: null, seconds };
}

/** `upright` says that it has been turned already: what the camera wrote of that is not asked again. */
async function judgePicture(picture: string | Buffer, { upright = false } = {}): Promise<JudgedMedia> {
  const { format, compression, width = 0, height = 0, hasAlpha } = await metadataOf(picture);
  if (!PICTURES.has(format ?? '')) throw refuse('Pictures can be PNG, JPEG, WebP, HEIC, GIF or SVG.');
  if (width * height > MEDIA_LIMITS.pixels) {
    throw refuse(
      `That picture has ${Math.round((width * height) / 1e6)} million pixels; at most ${MEDIA_LIMITS.pixels / 1e6} million can be used.`,
    );
  }
  if (compression === 'hevc' && typeof picture === 'string') return judgeHeic(picture);
  try {
    const opened = sharp(picture, { limitInputPixels: MEDIA_LIMITS.pixels });
    // Upright, as the camera meant it; writing anew drops place and device data.
    const image = (upright ? opened : opened.rotate()).resize({
      width: MEDIA_LIMITS.side,
      height: MEDIA_LIMITS.side,
      fit: 'inside',
      withoutEnlargement: true,
    });
    const lossless = format === 'png' || format === 'gif';
    const packed = image.webp(
      lossless ? { lossless: true } : { quality: 88, alphaQuality: hasAlpha ? 100 : undefined },
    );
    const { data, info } = await inTurn('judging', () => packed.toBuffer({ resolveWithObject: true }));
    return {
      kind: 'picture',
      type: 'image/webp',
      content: data,
      width: info.width,
      height: info.height,
      pages: null,
      seconds: null,
    };
  } catch (error) {
    if (error instanceof ProblemError) throw error;
    throw isShortage(error) ? busy() : refuse(DAMAGED);
  }
}

/** Phones’ photos in HEIC are unpacked by libheif, upright, and then taken like any picture; of several, the first. */
async function judgeHeic(path: string): Promise<JudgedMedia> {
  const folder = `${path}.pictures`;
  await mkdir(folder);
  try {
    await runProgram('judging', 'heif-convert', ['-q', '95', path, join(folder, 'p.jpg')], PROGRAM_LIMITS.unpack);
    const [first] = (await readdir(folder)).sort(inOrder);
    if (!first) throw refuse(DAMAGED);
    return await judgePicture(join(folder, first), { upright: true });
  } catch (error) {
    if (error instanceof ProgramRefusedError || error instanceof ProgramOverLimitError) throw refuse(DAMAGED);
    throw error;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

/** Several pictures are numbered: p-2 comes before p-10. */
const inOrder = new Intl.Collator('en', { numeric: true }).compare;

const ENDLESS = 'That PDF takes too long to read. Save it again as a new PDF, or split it.';

/** What pdfinfo says of a PDF; it reads the whole file. */
async function factsOfPdf(path: string): Promise<string> {
  try {
    return (await runProgram('judging', 'pdfinfo', [path], PROGRAM_LIMITS.look)).toString('utf8');
  } catch (error) {
    if (error instanceof ProgramOverLimitError) throw refuse(ENDLESS);
    if (!(error instanceof ProgramRefusedError)) throw error;
    if (/Incorrect password/i.test(error.output))
      throw refuse('That PDF is locked with a password. Save it without one and add it again.');
    throw refuse('That PDF is broken and can’t be opened. Save it again and add the new file.');
  }
}

async function judgePdf(path: string): Promise<JudgedMedia> {
  const facts = await factsOfPdf(path);
  const pages = Number(/^Pages:\s+(\d+)/m.exec(facts)?.[1] ?? 0);
  if (pages === 0) throw refuse('That PDF has no pages.');
  if (pages > MEDIA_LIMITS.pages)
    throw refuse(`That PDF has ${pages} pages; at most ${MEDIA_LIMITS.pages} can be used.`);
  return {
    kind: 'pdf',
    type: 'application/pdf',
    content: await tidied(path, /^Encrypted:\s+yes/m.test(facts)),
    width: null,
    height: null,
    pages,
    seconds: null,
  };
}

/**
 * Written anew so that what describes its pages lies together, packed: readers look through all of that before they
 * show the first page, and of a long file they would fetch everything to find it. (Linearised files have it beside each
 * page, which suits other readers than ours.) And without a lock that everybody may open, because nothing could be
 * written onto it.
 */
async function tidied(path: string, locked: boolean): Promise<Buffer | null> {
  try {
    const args = ['--decrypt', '--object-streams=generate', '--warning-exit-0', path, '-'];
    return await runProgram('judging', 'qpdf', args, PROGRAM_LIMITS.rewrite);
  } catch (error) {
    if (!(error instanceof ProgramRefusedError || error instanceof ProgramOverLimitError)) throw error;
    if (locked)
      throw refuse('That PDF is protected in a way that can’t be opened. Save it without protection and add it again.');
    return null; // poppler can read it as it is
  }
}
