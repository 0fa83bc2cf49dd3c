import { readFile, rm, writeFile } from 'node:fs/promises';
import { PROGRAM_LIMITS, runProgram } from './program';

const VOICE = 'en-gb';

/** Length of a WAV file in seconds. @throws Error where it is none */
export function wavSeconds(wav: Buffer): number {
  const start = wav.indexOf('fmt ');
  const data = wav.indexOf('data');
  if (wav.toString('latin1', 0, 4) !== 'RIFF' || start < 0 || data < 0) throw new Error('That is no WAV file.');
  return (wav.length - data - 8) / wav.readUInt32LE(start + 16);
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
    const say = (...options: string[]) =>
      runProgram('speech', 'espeak-ng', [...common, ...options], PROGRAM_LIMITS.say);
    await say('-w', sound);
    const phonemes = await say('-q', '-x', '--sep=_');
    const wav = await readFile(sound);
    return { wav, seconds: wavSeconds(wav), phonemes: phonemes.toString('utf8') };
  } finally {
    await Promise.all([rm(source, { force: true }), rm(sound, { force: true })]);
  }
}
