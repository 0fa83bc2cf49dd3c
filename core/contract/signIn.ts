import * as yup from 'yup';
import { KEY_LENGTH, KEY_PICTURES, type KeyPicture } from './pictureKey';
import { LIMITS } from './limits';

export type Role = 'learner' | 'teacher' | 'family' | 'admin';
/** What a person gives to sign in. */
export type SecretKind = 'picture' | 'password';

/** A name to tap on the sign-in screen of a device that knows the group. */
export interface Tappable {
  id: string;
  name: string;
  badge: string;
  secret: SecretKind;
}

export interface DeviceGroup {
  code: string;
  name: string;
  people: Tappable[];
}

export interface Me {
  id: string;
  name: string;
  role: Role;
  badge: string;
  groups: { id: string; name: string }[];
  school: { name: string; zone: string };
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
    .transform((value: string) => tidyCode(value)),
});

export const signInBody = yup
  .object({
    personId: yup.string().uuid('That is not a person’s id.'),
    signInName: yup.string().max(LIMITS.name, 'That name is too long.'),
    pictures: yup
      .array(yup.string<KeyPicture>().oneOf([...KEY_PICTURES], 'That is not one of the pictures.').required())
      .length(KEY_LENGTH, `Tap ${KEY_LENGTH} pictures.`),
    password: yup.string().max(LIMITS.password, 'That password is too long.'),
    keep: yup.boolean().default(false),
  })
  .test('who', 'Say who you are.', (body) => Boolean(body.personId) !== Boolean(body.signInName))
  .test('secret', 'Give your pictures or your password.', (body) => Boolean(body.pictures) !== Boolean(body.password));

export type SignInBody = yup.InferType<typeof signInBody>;
