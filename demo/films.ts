/** A made-up film: a print is peeled from its block and held up, while somebody tells of it. */
import { execFile } from 'node:child_process';
import { readFile, writeFile, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { writeWav } from '@lippet/core/sound/wav';
import sharp from 'sharp';
import { makeVoice } from './sounds';

const run = promisify(execFile);
const [WIDTH, HEIGHT, FRAMES] = [640, 360, 8];

/** What was cut: a harbour light over low water. */
const PRINT =
  '<rect width="200" height="140" fill="#F5EEDF"/><path d="M0 92h200v48H0Z" fill="#1C2A33"/>' +
  `<path d="M12 104h50M80 112h70M30 124h90M150 102h40" stroke="#F5EEDF" stroke-width="4"/>
<path d="M132 92l6-62h18l6 62Z" fill="#1C2A33"/><path d="M136 58h22M134 74h26" stroke="#F5EEDF" ` +
  'stroke-width="7"/><path d="M134 18h26v14h-26Z" fill="#B93A24"/>' +
  '<path d="M128 24L20 8v30ZM166 24l34-6v16Z" fill="#F0AE2E"/>';

const TABLE = Array.from(
  { length: 9 },
  (_, i) =>
    `<path d="M0 ${20 + i * 42}q160 ${i % 2 ? 14 : -12} 320 0t320 0" ` +
    'fill="none" stroke="#7A5B3D" stroke-width="5"/>',
).join('');

/** One frame; the print comes off its block, then is held still and turned a little. */
function frame(share: number): string {
  const peeled = Math.min(1, share / 0.35);
  const lift = 150 * (1 - (1 - peeled) ** 2);
  const sway = share > 0.35 ? 4 * Math.sin((share - 0.35) * 22) : 0;
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">` +
    `<rect width="${WIDTH}" height="${HEIGHT}" fill="#8A6A4A"/>
${TABLE}
<g transform="translate(190 200)"><rect x="-8" y="-8" width="216" height="156" fill="#3A3F3A"/>` +
    `<rect width="200" height="140" fill="#55645A"/></g>
<g transform="translate(${190 + 60 * peeled} ${200 - lift}) rotate(${sway - 3 * peeled} 100 70) ` +
    `scale(${1 + 0.25 * peeled})"><rect x="4" y="5" width="200" height="140" ` +
    `fill="#00000055"/>${PRINT}</g>
<path d="M${470 + 30 * peeled} 360q-20-${90 + lift * 0.7} -70-${120 + lift * 0.9}l26-14q60 30 120 ` +
    '150Z" fill="#C48B62" stroke="#1C2A33" stroke-width="3"/></svg>'
  );
}

/** The film as a recorder would write it: WebM with VP8 and Opus. */
export async function printFilm(seed: number, seconds: number): Promise<Buffer> {
  const folder = await mkdtemp(join(tmpdir(), 'lippet-film-'));
  try {
    const count = Math.round(seconds * FRAMES);
    for (let i = 0; i < count; i++)
      await sharp(Buffer.from(frame(i / count)))
        .png({ compressionLevel: 1 })
        .toFile(join(folder, `${String(i).padStart(4, '0')}.png`));
    await writeFile(join(folder, 'voice.wav'), writeWav(makeVoice(seed, seconds)));
    const out = join(folder, 'film.webm');
    await run('ffmpeg', [
      '-v',
      'error',
      '-framerate',
      String(FRAMES),
      '-i',
      join(folder, '%04d.png'),
      '-i',
      join(folder, 'voice.wav'),
      '-pix_fmt',
      'yuv420p',
      '-c:v',
      'libvpx',
      '-deadline',
      'realtime',
      '-b:v',
      '700k',
      '-c:a',
      'libopus',
      out,
    ]);
    return await readFile(out);
  } finally {
    await rm(folder, { recursive: true });
  }
}
