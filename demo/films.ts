/** Made-up films: something is shown, while somebody tells of it. */
import { execFile } from 'node:child_process';
import { readFile, writeFile, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { writeWav } from '@lippet/core/sound/wav';
import sharp from 'sharp';
import { SCENES, type Scene } from './filmScenes';
import { makeVoice } from './sounds';

const run = promisify(execFile);
/** A second. */
const FRAMES = 8;

/** The film as a recorder would write it: WebM with VP8 and Opus. */
export async function makeFilm(scene: Scene, seed: number, seconds: number): Promise<Buffer> {
  const folder = await mkdtemp(join(tmpdir(), 'lippet-film-'));
  try {
    const count = Math.round(seconds * FRAMES);
    for (let i = 0; i < count; i++)
      await sharp(Buffer.from(SCENES[scene](i / count)))
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
