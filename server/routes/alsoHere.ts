import type { Context } from 'hono';
import type { Me } from '@lippet/core/contract/signIn';
import { deleteCookie, getCookie, setCookie } from 'hono/cookie';
import type { SignedIn, SignInService } from '../services/access/signIn';
import type { AppEnv } from './context';
import { ALSO_COOKIE, SESSION_COOKIE } from './cookies';
import { cookieOptions } from './origin';

/** A family's tablet has so many people at most. */
const MOST = 6;
/** In seconds; a session ends by itself at school. */
const QUARTER = 90 * 86_400;

type Request = Context<AppEnv>;

/** Tokens of those who are signed in here beside the one whose turn it is. */
export const othersHere = (c: Request): string[] =>
  (getCookie(c, ALSO_COOKIE) ?? '')
    .split('.')
    .filter((token) => token !== '')
    .slice(0, MOST);

/** Keeps who else is signed in here. */
export function keepOthers(c: Request, tokens: readonly string[]): void {
  const kept = [...new Set(tokens)].slice(0, MOST);
  if (kept.length === 0) deleteCookie(c, ALSO_COOKIE, cookieOptions(c));
  else setCookie(c, ALSO_COOKIE, kept.join('.'), { ...cookieOptions(c), maxAge: QUARTER });
}

/** Whoever is signed in stays so beside the next one. */
function keepCurrent(c: Request): void {
  const current = getCookie(c, SESSION_COOKIE);
  if (current) keepOthers(c, [current, ...othersHere(c)]);
}

/** Makes a session the one whose turn it is. */
export function setSession(c: Request, { token, kept, expiresAt }: SignedIn): void {
  const options = cookieOptions(c);
  setCookie(c, SESSION_COOKIE, token, kept ? { ...options, expires: expiresAt } : options);
}

/**
 * Somebody has signed in on this device.
 * @param also whoever was signed in here stays so, where the two may be beside each other
 */
export async function arrive(c: Request, signIn: SignInService, session: SignedIn, also: boolean): Promise<Me> {
  if (also && (await signIn.mayStayBeside(getCookie(c, SESSION_COOKIE), session.token))) keepCurrent(c);
  setSession(c, session);
  return signIn.me((await signIn.actor(session.token))!);
}
