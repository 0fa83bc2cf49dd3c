import { randomBytes } from 'node:crypto';
import type { Context } from 'hono';
import { getCookie, setCookie } from 'hono/cookie';
import type { Origin } from '../services/access/tries';
import type { AppEnv } from './context';

const DEVICE_COOKIE = 'lippet_device';
const DEVICE_NAME = /^[\w-]{22}$/;
const YEAR = 365 * 86_400;

/** How all our cookies are set. */
export const cookieOptions = (c: Context<AppEnv>) =>
  ({ httpOnly: true, sameSite: 'Strict', path: '/', secure: c.get('client').secureCookies }) as const;

/**
 * Where a try to sign in comes from. A device that has no name yet is given one; until it comes back with it, it counts
 * with all others of its address that have none.
 */
export function originOf(c: Context<AppEnv>): Origin {
  const { address } = c.get('client');
  const named = getCookie(c, DEVICE_COOKIE);
  if (named !== undefined && DEVICE_NAME.test(named)) return { address, device: named };
  setCookie(c, DEVICE_COOKIE, randomBytes(16).toString('base64url'), { ...cookieOptions(c), maxAge: YEAR });
  return { address, device: `at ${address}` };
}
