/** Files on their way, and films made playable everywhere. */
import { execFileSync } from 'node:child_process';
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdtemp, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { MEDIA_LIMITS, UPLOAD_PATH } from '@lippet/core/contract/media';
import { OWN_HEADER } from '@lippet/core/contract/limits';
import { makeFilm } from '@lippet/demo/films';
import { makeCompute } from '@lippet/server/compute/compute';
import { playableForm } from '@lippet/server/media/playable';
import { FileStore } from '@lippet/server/storage/fileStore';
import { Upload } from 'tus-js-client';
import { byRatio, median, type Figure } from './figure';
import { Stage } from './stage';

const RUNS = 5;
const UPLOADED = 100 * 1024 * 1024;
/** Seconds of film that are made playable; the figure is told for a minute. */
/** As a job computes it where there are no threads. */
const IN_PLACE = makeCompute(null);
const FILMED = 20;

const timed = async (work: () => Promise<unknown>): Promise<number> => {
  const begun = performance.now();
  await work();
  return performance.now() - begun;
};

const barePut = (address: string, content: Buffer): Promise<void> =>
  new Promise((resolve, reject) => {
    request(address, { method: 'PUT', headers: { 'content-length': content.length } }, (response) =>
      response.resume().on('end', () => resolve()),
    )
      .on('error', reject)
      .end(content);
  });

/**
 * 100 MB to school by the tus protocol, until all of it is there, against the same bytes by one bare PUT into a file.
 */
export async function upload(): Promise<Figure> {
  if (UPLOADED > MEDIA_LIMITS.recording) throw new Error('The file is larger than school takes.');
  const stage = await Stage.set();
  const folder = await mkdtemp(join(tmpdir(), 'lippet-upload-'));
  const bare = createServer(
    (incoming, response) =>
      void pipeline(incoming, createWriteStream(join(folder, 'bare'))).then(() => response.writeHead(204).end()),
  );
  try {
    const page = await stage.signedIn('Amos Reddy');
    const activity = await stage.school.activityId('Three knots');
    const { pieceId } = await page.evaluate(
      async ([id, header]) =>
        (await (
          await fetch(`/api/activities/${id}/piece`, { method: 'POST', headers: { [header!]: '1' } })
        ).json()) as { pieceId: string },
      [activity, OWN_HEADER],
    );
    const cookie = (await page.context().cookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
    await new Promise<void>((resolve) => bare.listen(0, '127.0.0.1', resolve));
    const address = `http://127.0.0.1:${(bare.address() as AddressInfo).port}`;
    const content = randomBytes(UPLOADED);
    const whole = createHash('sha256').update(content).digest('hex');
    const ours: number[] = [];
    const floor: number[] = [];
    for (let run = 0; run <= RUNS; run++) {
      const a = await timed(
        () =>
          new Promise<void>((resolve, reject) => {
            const media = randomUUID();
            new Upload(content, {
              endpoint: stage.school.url + UPLOAD_PATH,
              metadata: { media, home: `pieces/${pieceId}` },
              headers: { [OWN_HEADER]: '1', cookie },
              uploadDataDuringCreation: true,
              storeFingerprintForResuming: false,
              retryDelays: [],
              onSuccess: () => resolve(),
              onError: reject,
            }).start();
          }),
      );
      const b = await timed(() => barePut(address, content));
      if (
        (await stat(join(folder, 'bare'))).size !== UPLOADED ||
        createHash('sha256')
          .update(await readFile(join(folder, 'bare')))
          .digest('hex') !== whole
      )
        throw new Error('The bare PUT lost something.');
      if (run === 0) continue; // the first warms both up
      ours.push(a);
      floor.push(b);
    }
    return byRatio('upload', 'ms', median(ours), median(floor), 2);
  } finally {
    bare.close();
    await rm(folder, { recursive: true });
    await stage.strike();
  }
}

/** A minute of film made playable everywhere, with its cover, length, loudness and shape, against ffmpeg alone. */
export async function filmJob(): Promise<Figure> {
  const folder = await mkdtemp(join(tmpdir(), 'lippet-film-'));
  try {
    const path = join(folder, 'film.webm');
    await writeFile(path, await makeFilm('print', 1, FILMED));
    const ours: number[] = [];
    const floor: number[] = [];
    for (let run = 0; run < 3; run++) {
      ours.push(await timed(() => playableForm(new FileStore(join(folder, `files-${run}`)), IN_PLACE, path)));
      const begun = performance.now();
      execFileSync('ffmpeg', [
        '-v',
        'error',
        '-y',
        '-i',
        path,
        '-c:v',
        'libx264',
        '-preset',
        'veryfast',
        '-crf',
        '24',
        '-pix_fmt',
        'yuv420p',
        '-c:a',
        'aac',
        '-b:a',
        '128k',
        '-movflags',
        '+faststart',
        join(folder, 'bare.mp4'),
      ]);
      floor.push(performance.now() - begun);
    }
    const aMinute = (times: readonly number[]): number => (median(times) * 60) / FILMED;
    return byRatio('film-job', 'ms', aMinute(ours), aMinute(floor), 2);
  } finally {
    await rm(folder, { recursive: true });
  }
}
