/** Judges what comes in by its content, never by its name, and makes of it what is kept. */
import { execFile } from 'node:child_process';
import { promisify } from 'node:util';
import sharp, { type Metadata } from 'sharp';
import { MEDIA_LIMITS, type MediaKind } from '@lippet/core/contract/media';
import { ProblemError } from '../problems/problem';

const run = promisify(execFile);

/** What is kept of a file. */
export interface JudgedMedia {
  kind: MediaKind;
  type: string;
  content: Buffer;
  width: number | null;
  height: number | null;
  pages: number | null;
}

const PICTURES = new Set(['jpeg', 'png', 'webp', 'gif', 'svg']);
/** An SVG is drawn this large (pixels on its longer side): fine on a page that is looked at closely. */
const SVG_SIDE = 2048;
/** pdfinfo reads the whole file; one that keeps it busy longer than this (ms) is not opened. */
const PDF_PATIENCE = 15_000;

const refuse = (sentence: string): ProblemError => new ProblemError('unfit', sentence);

function isPdf(content: Buffer): boolean {
  // The header may stand behind some other bytes, within the first kilobyte.
  return content.subarray(0, 1024).includes('%PDF-');
}

/** @throws ProblemError `unfit` with a sentence if the file is nothing that can be kept */
export async function judgeMedia(content: Buffer, pathOf: (content: Buffer) => Promise<string>): Promise<JudgedMedia> {
  if (content.length === 0) throw refuse('That file is empty.');
  return isPdf(content) ? judgePdf(content, await pathOf(content)) : judgePicture(content);
}

async function judgePicture(content: Buffer): Promise<JudgedMedia> {
  let found: Metadata;
  try {
    found = await sharp(content, { limitInputPixels: false }).metadata();
  } catch {
    throw refuse('That file is neither a picture nor a PDF that Lippet can read. PNG, JPEG, WebP, GIF, SVG and PDF can be used.');
  }
  const { format, width = 0, height = 0, hasAlpha } = found;
  if (!PICTURES.has(format ?? '')) throw refuse('Pictures can be PNG, JPEG, WebP, GIF or SVG.');
  if (format !== 'svg' && width * height > MEDIA_LIMITS.pixels) {
    throw refuse(`That picture has ${Math.round((width * height) / 1e6)} million pixels; at most ${MEDIA_LIMITS.pixels / 1e6} million can be used.`);
  }
  try {
    // An SVG is kept as it looks, not as it is written: no script, no address in it reaches anybody.
    const density = Math.min(2_400, Math.max(18, (72 * SVG_SIDE) / Math.max(1, width, height)));
    const image = sharp(content, { limitInputPixels: MEDIA_LIMITS.pixels, ...(format === 'svg' ? { density } : {}) })
      .rotate() // upright, as the camera meant it; writing anew drops place and device data
      .resize({ width: MEDIA_LIMITS.side, height: MEDIA_LIMITS.side, fit: 'inside', withoutEnlargement: true });
    const lossless = format === 'png' || format === 'gif' || format === 'svg';
    const { data, info } = await image.webp(lossless ? { lossless: true } : { quality: 88, alphaQuality: hasAlpha ? 100 : undefined }).toBuffer({ resolveWithObject: true });
    return { kind: 'picture', type: 'image/webp', content: data, width: info.width, height: info.height, pages: null };
  } catch {
    throw refuse('That picture is damaged: it begins like one but can’t be read to its end. Try to save it again, or take another.');
  }
}

async function judgePdf(content: Buffer, path: string): Promise<JudgedMedia> {
  let facts: string;
  try {
    facts = (await run('pdfinfo', [path], { timeout: PDF_PATIENCE, maxBuffer: 1 << 20 })).stdout;
  } catch (error) {
    const { stderr = '', killed, code } = error as { stderr?: string; killed?: boolean; code?: string | number };
    if (code === 'ENOENT') throw error;
    if (/Incorrect password/i.test(stderr)) throw refuse('That PDF is locked with a password. Save it without one and add it again.');
    if (killed) throw refuse('That PDF takes too long to read. Save it again as a new PDF, or split it.');
    throw refuse('That PDF is broken and can’t be opened. Save it again and add the new file.');
  }
  const pages = Number(/^Pages:\s+(\d+)/m.exec(facts)?.[1] ?? 0);
  if (pages === 0) throw refuse('That PDF has no pages.');
  if (pages > MEDIA_LIMITS.pages) throw refuse(`That PDF has ${pages} pages; at most ${MEDIA_LIMITS.pages} can be used.`);
  return { kind: 'pdf', type: 'application/pdf', content: await tidied(path, content, /^Encrypted:\s+yes/m.test(facts)), width: null, height: null, pages };
}

/**
 * Written anew with its first page and what describes the others at its beginning, so that the first page of a long file
 * can be shown before the rest has been fetched; and without a lock that everybody may open, because nothing could be written onto it.
 */
async function tidied(path: string, content: Buffer, locked: boolean): Promise<Buffer> {
  try {
    const args = ['--decrypt', '--object-streams=generate', '--linearize', '--warning-exit-0', path, '-'];
    return (await run('qpdf', args, { timeout: PDF_PATIENCE, maxBuffer: 2 * MEDIA_LIMITS.file, encoding: 'buffer' })).stdout;
  } catch (error) {
    if ((error as { code?: unknown }).code === 'ENOENT') throw error;
    if (locked) throw refuse('That PDF is protected in a way that can’t be opened. Save it without protection and add it again.');
    return content; // poppler can read it as it is
  }
}

/** One page of a PDF as a WebP, for small pictures. `width` in pixels. */
export async function pdfPagePicture(path: string, page: number, width: number): Promise<Buffer> {
  const { stdout } = await run('pdftoppm', ['-png', '-singlefile', '-f', String(page), '-l', String(page), '-cropbox', '-scale-to-x', String(width), '-scale-to-y', '-1', path], {
    timeout: PDF_PATIENCE, maxBuffer: 1 << 26, encoding: 'buffer',
  });
  return sharp(stdout).webp({ quality: 80 }).toBuffer();
}
