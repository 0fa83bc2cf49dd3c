/** How a person has things, for both sides. Apart from what checks it, because every screen needs it. */
import type { SpeechSpeed } from './speech';

/** How much larger than usual texts are shown. */
export const TEXT_SIZES = { usual: 1, large: 1.25, largest: 2 } as const;
export type TextSize = keyof typeof TEXT_SIZES;
/** Letters for reading: with the shapes that children learn, or those of the interface. */
export const LETTER_FORMS = ['school', 'plain'] as const;
export type LetterForm = (typeof LETTER_FORMS)[number];
/** How a person reads, hears and draws; it goes with them to every device. */
export interface OwnSettings {
  size: TextSize;
  letters: LetterForm;
  speed: SpeechSpeed;
  /** Nothing moves on its own. */
  calm: boolean;
  leftHanded: boolean;
}
export const USUAL_SETTINGS: OwnSettings = {
  size: 'usual',
  letters: 'school',
  speed: 'middle',
  calm: false,
  leftHanded: false,
};
