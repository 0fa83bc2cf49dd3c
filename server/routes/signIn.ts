import { Hono, type Context } from 'hono';
import { deleteCookie, getCookie, setCookie } from 'hono/cookie';
import { joinBody } from '@lippet/core/contract/class';
import { deviceBody, mailBody, settingsBody, signInBody } from '@lippet/core/contract/signIn';
import { body, signedIn, type AppEnv, type Services } from './context';
import { cookieOptions, originOf } from './origin';

export const SESSION_COOKIE = 'lippet_session';
export const GROUP_COOKIE = 'lippet_group';
const YEAR = 365 * 86_400;

/** The device's group, and signing in and out. */
export function signInRoutes({ signIn, hub, news, joining, letters }: Services): Hono<AppEnv> {
  const routes = new Hono<AppEnv>();
  const forget = (c: Context<AppEnv>, name: string): void => void deleteCookie(c, name, cookieOptions(c));

  routes.get('/device', async (c) => {
    originOf(c); // a device has its name before anybody tries a key on it
    return c.json(await signIn.rememberedGroup(getCookie(c, GROUP_COOKIE)));
  });
  routes.post('/device', async (c) => {
    const { code } = await body(c, deviceBody);
    const group = await signIn.groupByCode(code, originOf(c));
    setCookie(c, GROUP_COOKIE, group.code, { ...cookieOptions(c), maxAge: YEAR });
    return c.json(group);
  });
  routes.delete('/device', (c) => {
    forget(c, GROUP_COOKIE);
    return c.body(null, 204);
  });

  routes.post('/sessions', async (c) => {
    const request = await body(c, signInBody);
    const session = await signIn.signIn(request, getCookie(c, GROUP_COOKIE), originOf(c));
    setCookie(
      c,
      SESSION_COOKIE,
      session.token,
      session.kept ? { ...cookieOptions(c), expires: session.expiresAt } : cookieOptions(c),
    );
    return c.json(await signIn.me((await signIn.actor(session.token))!), 201);
  });
  routes.get('/me', async (c) => {
    const actor = c.get('actor');
    return c.json(actor && (await signIn.me(actor)));
  });
  /** Joining an activity by its code, which the device remembers, is signing in. */
  routes.post('/joins', async (c) => {
    const { name, pictures } = await body(c, joinBody);
    const session = await joining.join(getCookie(c, GROUP_COOKIE), name, pictures, originOf(c));
    setCookie(c, SESSION_COOKIE, session.token, cookieOptions(c));
    return c.json(await signIn.me((await signIn.actor(session.token))!), 201);
  });
  routes.put('/me/settings', async (c) => {
    const actor = signedIn(c);
    return c.json(await signIn.keepSettings(actor, await body(c, settingsBody)));
  });
  routes.put('/me/mail', async (c) => {
    const actor = signedIn(c);
    return c.json(await signIn.keepMail(actor, (await body(c, mailBody)).mail));
  });
  routes.get('/me/letters', async (c) => c.json(await letters.list(signedIn(c))));
  const close = (sessions: string[]): void => [hub, news].forEach((each) => each.closeSessions(sessions));
  routes.delete('/sessions/current', async (c) => {
    close(await signIn.signOut(signedIn(c), false));
    forget(c, SESSION_COOKIE);
    return c.body(null, 204);
  });
  routes.delete('/sessions', async (c) => {
    close(await signIn.signOut(signedIn(c), true));
    forget(c, SESSION_COOKIE);
    return c.body(null, 204);
  });
  return routes;
}
