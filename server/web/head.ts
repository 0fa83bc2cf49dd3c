import type { MiddlewareHandler } from 'hono';
import type { AppEnv } from '../routes/context';

/** Nobody reads the body of an answer to HEAD: it is let go of, and what it would have been read from with it. */
export const headWithoutBody: MiddlewareHandler<AppEnv> = async (c, next) => {
  await next();
  const { body } = c.res;
  if (c.req.method !== 'HEAD' || !body) return;
  await body.cancel();
  c.res = new Response(null, c.res);
};
