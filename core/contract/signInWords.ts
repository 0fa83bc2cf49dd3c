import { KEY_LENGTH_WORDS } from './pictureKey';
import type { Tappable } from './signIn';

/** What a child who is not signed in may hear: what stands on the screen of the group, and nothing else. */
export const WHO_ARE_YOU = 'Who are you?';

/** Asks for a picture key, in two sentences. */
export const tapYourPictures = ({ name, keyLength }: Pick<Tappable, 'name' | 'keyLength'>): readonly string[] => [
  `Hello ${name.split(' ')[0]}.`,
  `Tap your ${KEY_LENGTH_WORDS[keyLength]} pictures.`,
];

/** All that is said on a device of a group before anybody has signed in. */
export const signInSentences = (people: readonly Pick<Tappable, 'name' | 'keyLength'>[]): string[] => [
  WHO_ARE_YOU,
  ...people.flatMap((person) => [person.name, tapYourPictures(person).join(' ')]),
];
