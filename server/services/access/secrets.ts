import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import type { KeyPicture } from '@lippet/core/contract/pictureKey';
import type { SecretKind } from '@lippet/core/contract/signIn';

/** argon2id with 19 MiB and two passes: the first choice of the OWASP password storage cheat sheet. */
const ARGON2 = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/**
 * What is kept of a secret: its kind, and the hash. A secret of one kind never matches what is kept of another, whatever
 * is typed.
 */
export async function hashSecret(kind: SecretKind, secret: string): Promise<string> {
  return `${kind}:${await hash(secret, ARGON2)}`;
}

/** Whether a secret given in one way is the one that is kept. It takes as long where it is kept for another way. */
export async function verifySecret(kind: SecretKind, stored: string, given: string): Promise<boolean> {
  const [keptFor = '', kept = ''] = stored.split(':', 2);
  const matches = await verify(kept, given);
  return matches && keptFor === kind;
}

/** A picture key as one text, so that both kinds of secret are kept the same way. */
export const pictureSecret = (pictures: readonly KeyPicture[]): string => `pictures:${pictures.join('>')}`;

/** Checked when there is no such person, so that the answer takes as long. Nothing hashes to it but chance. */
let decoy: Promise<string> | null = null;
export const decoyHash = (): Promise<string> => (decoy ??= hashSecret('password', randomBytes(24).toString('base64')));

export const newToken = (): string => randomBytes(32).toString('base64url');
export const hashToken = (token: string): Buffer => createHash('sha256').update(token).digest();
