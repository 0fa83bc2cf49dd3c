import type { Context, Hono } from 'hono';
import { deleteCookie, getCookie, setCookie } from 'hono/cookie';
import type { Me } from '@lippet/core/contract/signIn';
import { signedOut } from '../problems/problem';
import type { AppEnv, Services } from './context';
import { arrive, keepOthers, othersHere, setSession } from './alsoHere';
import { GROUP_COOKIE, SESSION_COOKIE } from './cookies';
import { cookieOptions, originOf } from './origin';
import { TableRoutes, type Asked } from './tableRoutes';

const YEAR = 365 * 86_400;

/** The device's group, and signing in and out. */
export function signInRoutes({ signIn, hub, news, joining, letters, schools }: Services): Hono<AppEnv> {
  const routes = new TableRoutes();
  const forget = (c: Context<AppEnv>, name: string): void => void deleteCookie(c, name, cookieOptions(c));
  const meOf = async (token: string): Promise<Me> => signIn.me((await signIn.actor(token))!);

  routes.on('GET /device', ({ c }) => {
    originOf(c); // a device has its name before anybody tries a key on it
    return signIn.rememberedGroup(getCookie(c, GROUP_COOKIE));
  });
  routes.on('POST /device', async ({ body, c }) => {
    const group = await signIn.groupByCode(body.code, originOf(c));
    setCookie(c, GROUP_COOKIE, group.code, { ...cookieOptions(c), maxAge: YEAR });
    return group;
  });
  routes.on('DELETE /device', ({ c }) => forget(c, GROUP_COOKIE));

  routes.on('POST /sessions', async ({ body, c }) => {
    const session = await signIn.signIn(body, getCookie(c, GROUP_COOKIE), originOf(c));
    return arrive(c, signIn, session, body.also);
  });
  routes.on('GET /device/people', async ({ c }) => {
    const me = await signIn.actor(getCookie(c, SESSION_COOKIE));
    return signIn.peopleOf(othersHere(c), me?.personId ?? null);
  });
  routes.on('POST /sessions/switch', async ({ body, c }) => {
    const found = await signIn.sessionAmong(othersHere(c), body.personId);
    if (!found) throw signedOut();
    const current = getCookie(c, SESSION_COOKIE);
    keepOthers(
      c,
      [...(current ? [current] : []), ...othersHere(c)].filter((token) => token !== found.token),
    );
    setSession(c, found);
    return meOf(found.token);
  });
  routes.on('GET /me', ({ actor }) => actor && signIn.me(actor));
  // Joining an activity by its code, which the device remembers, is signing in.
  routes.on('POST /joins', async ({ body: { name, pictures }, c }) => {
    const session = await joining.join(getCookie(c, GROUP_COOKIE), name, pictures, originOf(c));
    setCookie(c, SESSION_COOKIE, session.token, cookieOptions(c));
    return meOf(session.token);
  });
  routes.on('PUT /school', ({ actor, body }) => schools.change(actor, body));
  routes.on('PUT /me/settings', ({ actor, body }) => signIn.keepSettings(actor, body));
  routes.on('PUT /me/mail', ({ actor, body }) => signIn.keepMail(actor, body.mail));
  routes.on('GET /me/letters', ({ actor }) => letters.list(actor));
  const signOut = async ({ actor, c }: Asked<'DELETE /sessions'>, everywhere: boolean): Promise<void> => {
    const ended = await signIn.signOut(actor, everywhere);
    for (const room of [hub, news]) room.closeSessions(ended);
    forget(c, SESSION_COOKIE);
  };
  routes.on('DELETE /sessions/current', (asked) => signOut(asked, false));
  routes.on('DELETE /sessions', (asked) => signOut(asked, true));
  return routes.hono;
}
