import { Hono } from 'hono';
import { mediaQuery } from '@lippet/core/contract/media';
import { ProblemError } from '../problems/problem';
import { binary, picture } from './bytes';
import { checked, id, signedIn, type AppEnv, type Services } from './context';

/** First and last byte of a `Range` header that asks for one span; null if it asks for none, or for several. */
export function byteRange(header: string | undefined, size: number): [number, number] | null {
  const match = /^bytes=(\d*)-(\d*)$/.exec(header ?? '');
  if (!match || (match[1] === '' && match[2] === '')) return null;
  const last = match[1] !== '' && match[2] !== '' ? Math.min(Number(match[2]), size - 1) : size - 1;
  const first = match[1] === '' ? Math.max(0, size - Number(match[2])) : Number(match[1]);
  if (first > last) throw new ProblemError('range', `The file has ${size} bytes; the part that was asked for lies behind its end.`);
  return [first, last];
}

/** Pictures and PDFs, and the earlier copies of a draft. */
export function mediaRoutes({ media, copies }: Services): Hono<AppEnv> {
  const routes = new Hono<AppEnv>();
  routes.put('/pieces/:id/media/:media', async (c) => {
    const actor = signedIn(c);
    return c.json(await media.add(actor, id(c), id(c, 'media'), Buffer.from(await c.req.arrayBuffer())));
  });
  routes.get('/media/:id', async (c) => {
    const found = await media.find(signedIn(c), id(c));
    // What is under an id never changes.
    c.header('Cache-Control', 'private, max-age=31536000, immutable');
    c.header('Content-Type', found.type);
    c.header('Accept-Ranges', 'bytes');
    const range = byteRange(c.req.header('range'), found.size);
    const [first, last] = range ?? [0, found.size - 1];
    c.header('Content-Length', String(last - first + 1));
    if (range) c.header('Content-Range', `bytes ${first}-${last}/${found.size}`);
    return c.body(media.stream(found, first, last), range ? 206 : 200);
  });
  routes.get('/media/:id/preview', async (c) => {
    const { page } = await checked(mediaQuery, c.req.query());
    return picture(c, await media.preview(signedIn(c), id(c), page));
  });
  routes.get('/pieces/:id/copies', async (c) => c.json(await copies.list(signedIn(c), id(c))));
  routes.get('/copies/:id/document', async (c) => binary(c, await copies.document(signedIn(c), id(c))));
  return routes;
}
