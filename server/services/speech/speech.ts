import { createHash } from 'node:crypto';
import { signInSentences } from '@lippet/core/contract/signInWords';
import { SPEECH_SPEEDS, type SpeechSpeed, type SpeechView } from '@lippet/core/contract/speech';
import { phonemeCounts, spokenWords, wordTimes } from '@lippet/core/words/spoken';
import { sayText } from '../../media/voice';
import { Speech } from '../../models/tables';
import type { Actor } from '../../policy/actor';
import { policy } from '../../policy/policy';
import { notFound, signedOut } from '../../problems/problem';
import type { FileStore } from '../../storage/fileStore';
import type { MediaForm } from '../media/recordingCopies';
import type { SignInService } from '../access/signIn';

const KEY = /^[0-9a-f]{64}$/;

/** Who wants to hear something: somebody, or a device that knows a group. */
export interface Hearer {
  actor: Actor | null;
  groupCode: string | undefined;
}

const SPEEDS = Object.keys(SPEECH_SPEEDS) as SpeechSpeed[];
const keyOf = (text: string, speed: SpeechSpeed): string =>
  createHash('sha256').update(`${speed}|${text}`).digest('hex');

/** Texts that are said at school, for devices that have no voice; each is said once and kept. */
export class SpeechService {
  /** The text that is being said: voices take a processor each, so there is one at a time. */
  private saying: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly files: FileStore,
    private readonly signIn: Pick<SignInService, 'rememberedGroup'>,
  ) {}

  /** @throws ProblemError `signed-out` where one has to be signed in to hear it */
  async say(hearer: Hearer, text: string, speed: SpeechSpeed): Promise<SpeechView> {
    if (!policy.hear(hearer.actor, text, await this.onScreen(hearer))) throw signedOut();
    const key = keyOf(text, speed);
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

  /** What stands on the device's screen before anybody has signed in there. */
  private async onScreen({ actor, groupCode }: Hearer): Promise<string[]> {
    const group = actor ? null : await this.signIn.rememberedGroup(groupCode);
    return group ? signInSentences(group.people) : [];
  }

  /** The sound of a text that was said. Whoever knows the key knows the text. */
  async sound(hearer: Hearer, key: string): Promise<MediaForm> {
    const screen = await this.onScreen(hearer);
    const text = screen.find((spoken) => SPEEDS.some((speed) => keyOf(spoken, speed) === key));
    if (!policy.hear(hearer.actor, text ?? '', screen)) throw signedOut();
    const speech = KEY.test(key) ? await Speech.findByPk(key) : null;
    if (!speech) throw notFound();
    return { hash: speech.hash, type: 'audio/wav', size: speech.size };
  }
}
