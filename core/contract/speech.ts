import * as yup from 'yup';
import { trimmed } from './trimmed';

/** Longest text that is said at once, in characters. */
export const SPEECH_LIMIT = 2_000;
/** How fast a voice speaks, in words a minute. */
export const SPEECH_SPEEDS = { slow: 110, middle: 140, fast: 175 } as const;
export type SpeechSpeed = keyof typeof SPEECH_SPEEDS;

export interface SpeechView {
  /** Where the sound is. */
  address: string;
  seconds: number;
  /** When each word of the text begins (see core/words/spoken), in seconds. */
  times: number[];
}

export const speechBody = yup.object({
  text: trimmed()
    .required('There is nothing to say.')
    .max(SPEECH_LIMIT, `At most ${SPEECH_LIMIT} characters are said at once.`),
  speed: yup
    .string<SpeechSpeed>()
    .oneOf(Object.keys(SPEECH_SPEEDS) as SpeechSpeed[], 'The speed is slow, middle or fast.')
    .default('middle'),
});
