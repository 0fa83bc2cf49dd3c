import * as yup from 'yup';
import { KEY_LENGTHS, KEY_PICTURES, type KeyLength, type KeyPicture } from './pictureKey';
import { LIMITS } from './limits';
import { LETTER_FORMS, TEXT_SIZES, type LetterForm, type OwnSettings, type TextSize } from './settings';
import type { SchoolWays } from './schools';
import { SPEECH_SPEEDS, type SpeechSpeed } from './speech';
import { trimmed } from './trimmed';

export type Role = 'learner' | 'teacher' | 'family' | 'admin';
export const settingsBody = yup.object({
  size: yup
    .string<TextSize>()
    .oneOf(Object.keys(TEXT_SIZES) as TextSize[], 'There is no such size.')
    .required('Say how large.'),
  letters: yup
    .string<LetterForm>()
    .oneOf([...LETTER_FORMS], 'There are no such letters.')
    .required('Say which letters.'),
  speed: yup
    .string<SpeechSpeed>()
    .oneOf(Object.keys(SPEECH_SPEEDS) as SpeechSpeed[], 'There is no such speed.')
    .required('Say how fast.'),
  calm: yup.boolean().required('Say whether things may move.'),
  leftHanded: yup.boolean().required('Say which hand.'),
});

/** What a person gives to sign in on a device of their group. */
export type KeyKind = 'picture' | 'password';
/** What a person signs in with; `letter` is a number that comes by e-mail, another one each time. */
export type SecretKind = KeyKind | 'letter';

/** Letters by which one signs in. */
export const SIGN_IN_LETTER = {
  /** Digits of the number that stands in one. */
  digits: 8,
  /** So long a number works, in milliseconds. */
  lasts: 15 * 60_000,
} as const;

/** A name to tap on the sign-in screen of a device that knows the group. */
export interface Tappable {
  id: string;
  name: string;
  badge: string;
  secret: KeyKind;
  /** How many pictures their key has, where it is one of pictures. */
  keyLength: KeyLength;
}

export interface DeviceGroup {
  code: string;
  name: string;
  people: Tappable[];
  /** The activity that one joins here by a name of one's own; null for a class. */
  joins: string | null;
}

export interface Me {
  id: string;
  name: string;
  role: Role;
  badge: string;
  groups: { id: string; name: string }[];
  school: { name: string; zone: string } & SchoolWays;
  /** Null until they chose anything. */
  settings: OwnSettings | null;
  /** Where an evening letter goes; null for none. */
  mail: string | null;
  /** Signed in for longer than this visit. */
  kept: boolean;
}

/** A group's code as people type it: any case, spaces and dashes left out. */
export const tidyCode = (typed: string): string => typed.toUpperCase().replace(/[^A-Z0-9]/g, '');

export const deviceBody = yup.object({
  code: yup
    .string()
    .required('Type the code of your group.')
    .max(20, 'A group’s code is shorter than that.')
    .transform((value: unknown) => (typeof value === 'string' ? tidyCode(value) : value)),
});

export const signInBody = yup
  .object({
    personId: yup.string().uuid('That is not a person’s id.'),
    signInName: yup.string().max(LIMITS.name, 'That name is too long.'),
    pictures: yup
      .array(
        yup
          .string<KeyPicture>()
          .oneOf([...KEY_PICTURES], 'That is not one of the pictures.')
          .required(),
      )
      .min(KEY_LENGTHS[0], `Tap at least ${KEY_LENGTHS[0]} pictures.`)
      .max(KEY_LENGTHS.at(-1)!, `Tap at most ${KEY_LENGTHS.at(-1)} pictures.`),
    password: yup.string().max(LIMITS.password, 'That password is too long.'),
    keep: yup.boolean().default(false),
    /** Whoever is signed in here stays so, and can be changed back to. */
    also: yup.boolean().default(false),
  })
  .test('who', 'Say who you are.', (body) => Boolean(body.personId) !== Boolean(body.signInName))
  .test('secret', 'Give your pictures or your password.', (body) => Boolean(body.pictures) !== Boolean(body.password));

const emailAddress = () => trimmed().email('That is no e-mail address.').max(200, 'That address is too long.');

/** What whoever joins by a card for home gives. */
export const cardFields = {
  code: yup
    .string()
    .required('Type the code from the card.')
    .max(40, 'A code is shorter than that.')
    .transform((value: unknown) => (typeof value === 'string' ? tidyCode(value) : value)),
  name: trimmed()
    .required('Say what you are called.')
    .max(LIMITS.name, `A name has at most ${LIMITS.name} characters.`),
};

/** Asks for a letter with a number by which one signs in; with a card, also for somebody who joins by it. */
export const signInLetterBody = yup.object({
  address: emailAddress().required('Say where the letter goes.'),
  card: yup.object(cardFields).nullable().default(null),
});

/** The number from a letter, as people type it: with spaces or without. */
export const letterNumberBody = yup.object({
  number: yup
    .string()
    .required('Type the number from the letter.')
    .transform((value: unknown) => (typeof value === 'string' ? value.replace(/\s/g, '') : value))
    .matches(/^\d+$/, 'The number from the letter has digits only.')
    .length(SIGN_IN_LETTER.digits, `The number from the letter has ${SIGN_IN_LETTER.digits} digits.`),
  keep: yup.boolean().default(false),
  /** Whoever is signed in here stays so, and can be changed back to. */
  also: yup.boolean().default(false),
});

export const mailBody = yup.object({
  mail: emailAddress().nullable().defined('Say where, or null for nowhere.'),
});

/** A letter to somebody; it can be read in Lippet, too. */
export interface LetterView {
  id: string;
  address: string;
  subject: string;
  words: string;
  at: number;
  /** Whether it has gone out by mail. */
  posted: boolean;
}

export type SignInBody = yup.InferType<typeof signInBody>;
