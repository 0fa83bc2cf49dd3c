import { execFile } from 'node:child_process';
import { readFile, rm, writeFile } from 'node:fs/promises';
import { promisify } from 'node:util';

const run = promisify(execFile);
const VOICE = 'en-gb';
/** A text of the longest length is said well within this, in milliseconds. */
const PATIENCE = 20_000;

/** Length of a WAV file in seconds. @throws Error where it is none */
export function wavSeconds(wav: Buffer): number {
  const at = wav.indexOf('fmt ');
  const data = wav.indexOf('data');
  if (wav.toString('latin1', 0, 4) !== 'RIFF' || at < 0 || data < 0) throw new Error('That is no WAV file.');
  return (wav.length - data - 8) / wav.readUInt32LE(at + 16);
}

/**
 * Says a text with espeak-ng of Debian, which stands in for a better voice.
 *
 * @param file where it may write; the sound and the text are removed again
 * @param speed words a minute
 */
export async function sayText(
  text: string,
  speed: number,
  file: string,
): Promise<{ wav: Buffer; seconds: number; phonemes: string }> {
  const [source, sound] = [`${file}.txt`, `${file}.wav`];
  // By a file, so that no text is ever taken for an option.
  await writeFile(source, text);
  try {
    const common = ['-v', VOICE, '-s', String(speed), '-f', source];
    await run('espeak-ng', [...common, '-w', sound], { timeout: PATIENCE });
    const { stdout } = await run('espeak-ng', [...common, '-q', '-x', '--sep=_'], { timeout: PATIENCE });
    const wav = await readFile(sound);
    return { wav, seconds: wavSeconds(wav), phonemes: stdout };
  } finally {
    await Promise.all([rm(source, { force: true }), rm(sound, { force: true })]);
  }
}
