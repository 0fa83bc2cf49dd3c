import * as yup from 'yup';
import { LIMITS } from './limits';
import { KEY_LENGTHS, USUAL_KEY_LENGTH, type KeyLength, type KeyPicture } from './pictureKey';
import type { KeyKind } from './signIn';
import { idParam } from './idParam';
import { trimmed } from './trimmed';

/** Most learners that are added at once. */
export const CLASS_LIMIT = 200;

/** How one learner signs in. Shown once, when it is made: school keeps only what it needs to check it. */
export interface KeyCard {
  id: string;
  name: string;
  group: string;
  /** The group's code, which a new device asks for. */
  code: string;
  signInName: string;
  /** One of these two. */
  pictures: readonly KeyPicture[] | null;
  password: string | null;
}

export interface GroupMember {
  id: string;
  name: string;
  badge: string;
  signInName: string;
  /** How they sign in. */
  keys: KeyKind;
  /** How many pictures their key has, where it is one of pictures. */
  keyLength: KeyLength;
  /** They left the group; what they made is kept. */
  left: boolean;
}

export interface GroupView {
  id: string;
  name: string;
  code: string;
  members: GroupMember[];
}

const name = (word: string) =>
  trimmed().required(`${word} needs a name.`).max(LIMITS.name, `A name has at most ${LIMITS.name} characters.`);
const keys = yup
  .string<KeyKind>()
  .oneOf(['picture', 'password'], 'Keys are "picture" or "password".')
  .required('Say how they sign in.');

const keyLength = yup.number<KeyLength>().oneOf([...KEY_LENGTHS], `A key has ${KEY_LENGTHS.join(' or ')} pictures.`);

/** Ids are made by the client, so that asking twice makes one. */
export const newGroupBody = yup.object({ id: idParam, name: name('A group') });
export const newLearnersBody = yup.object({
  keys,
  keyLength: keyLength.default(USUAL_KEY_LENGTH),
  learners: yup
    .array(
      yup.object({
        id: idParam,
        name: name('Every learner'),
        signInName: trimmed().max(LIMITS.name).nullable().default(null),
      }),
    )
    .min(1, 'Name at least one learner.')
    .max(CLASS_LIMIT, `At most ${CLASS_LIMIT} learners are added at once.`)
    .required('Name the learners.'),
});
export const newKeysBody = yup.object({
  people: yup.array(idParam).min(1, 'Choose at least one learner.').max(CLASS_LIMIT).required('Choose the learners.'),
  /** Of keys that are pictures; where it is left out, as many as each had. */
  keyLength,
});
