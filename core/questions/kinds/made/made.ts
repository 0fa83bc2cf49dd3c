import { isId } from '../../../contract/ids';
import type { Raw } from '../../../contract/readRaw';
import type { QuestionKind } from '../../questionKind';

/**
 * Answered with another part of the activity: drawn on its sheet, taken as photos, said or filmed. A teacher looks at it,
 * and says what it earns.
 */
export interface MadeSettings {
  /** The part that it is made in; null until one is chosen. */
  part: string | null;
}

export type MadeAsked = MadeSettings;

/** What was made lies in its own part; the answer says that it is there. */
export interface MadeAnswer {
  made: true;
}

export const made: QuestionKind<MadeSettings, MadeAsked, MadeAnswer> = {
  newSettings: () => ({ part: null }),
  readSettings: ({ part }: Raw) => ({ part: isId(part) ? part : null }),
  options: () => [],
  filled: (settings) => settings,
  trouble: ({ part }, name) => (part === null ? `${name} needs the part in which it is answered.` : null),
  parts: ({ part }) => (part === null ? [] : [part]),
  asked: ({ part }) => ({ part }),
  readAnswer: (_, value) => ((value as { made?: unknown } | null)?.made === true ? { made: true } : null),
  complete: () => true,
  inWords: () => 'It was made',
  share: () => null,
  written: () => null,
  right: () => null,
};
