import { createHash } from 'node:crypto';
import { SPEECH_SPEEDS, type SpeechSpeed, type SpeechView } from '@lippet/core/contract/speech';
import { phonemeCounts, spokenWords, wordTimes } from '@lippet/core/words/spoken';
import { sayText } from '../media/voice';
import { Speech } from '../models/tables';
import { notFound } from '../problems/problem';
import type { FileStore } from '../storage/fileStore';
import type { MediaForm } from './media';

const KEY = /^[0-9a-f]{64}$/;

/** Texts that are said at school, for devices that have no voice; each is said once and kept. */
export class SpeechService {
  /** The text that is being said: voices take a processor each, so there is one at a time. */
  private saying: Promise<unknown> = Promise.resolve();

  constructor(private readonly files: FileStore) {}

  async say(text: string, speed: SpeechSpeed): Promise<SpeechView> {
    const key = createHash('sha256').update(`${speed}|${text}`).digest('hex');
    const made = this.saying
      .catch(() => undefined)
      .then(async () => (await Speech.findByPk(key)) ?? this.make(key, text, speed));
    this.saying = made;
    const { seconds, times } = await made;
    return { address: `/api/speech/${key}`, seconds, times };
  }

  private async make(key: string, text: string, speed: SpeechSpeed): Promise<Speech> {
    const { wav, seconds, phonemes } = await sayText(text, SPEECH_SPEEDS[speed], this.files.draft());
    const words = spokenWords(text);
    const times = wordTimes(words, phonemeCounts(phonemes, words.length), seconds);
    const [speech] = await Speech.findOrCreate({
      where: { key },
      defaults: { key, hash: await this.files.put(wav), size: wav.length, seconds, times },
    });
    return speech;
  }

  /** The sound of a text that was said. Whoever knows the key knows the text. */
  async sound(key: string): Promise<MediaForm> {
    const speech = KEY.test(key) ? await Speech.findByPk(key) : null;
    if (!speech) throw notFound();
    return { hash: speech.hash, type: 'audio/wav', size: speech.size };
  }
}
