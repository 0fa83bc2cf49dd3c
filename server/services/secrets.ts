import { createHash, randomBytes } from 'node:crypto';
import { hash, verify } from '@node-rs/argon2';
import type { KeyPicture } from '@lippet/core/contract/pictureKey';

/** argon2id with 19 MiB and two passes: the first choice of the OWASP password storage cheat sheet. */
const ARGON2 = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

export const hashSecret = (secret: string): Promise<string> => hash(secret, ARGON2);
export const verifySecret = (stored: string, given: string): Promise<boolean> => verify(stored, given);

/** A picture key as one text, so that both kinds of secret are kept the same way. */
export const pictureSecret = (pictures: readonly KeyPicture[]): string => `pictures:${pictures.join('>')}`;

/** Checked when there is no such person, so that the answer takes as long. Nothing hashes to it but chance. */
let decoy: Promise<string> | null = null;
export const decoyHash = (): Promise<string> => (decoy ??= hashSecret(randomBytes(24).toString('base64')));

export const newToken = (): string => randomBytes(32).toString('base64url');
export const hashToken = (token: string): Buffer => createHash('sha256').update(token).digest();
