import type { Context, Hono } from 'hono';
import { getCookie } from 'hono/cookie';
import { cutQuery, mediaQuery } from '@lippet/core/contract/media';
import { behindEnd } from '../problems/problem';
import { binary, hasAlready, keepAndAsk, picture } from './bytes';
import { checked, id, signedIn, type AppEnv, type Services } from './context';
import type { MediaService } from '../services/media/media';
import type { MediaForm } from '../services/media/recordingCopies';
import type { Hearer } from '../services/speech/speech';
import { GROUP_COOKIE } from './cookies';
import { TableRoutes } from './tableRoutes';

/** First and last byte of a `Range` header that asks for one span; null if it asks for none, or for several. */
export function byteRange(header: string | undefined, size: number): [number, number] | null {
  const match = /^bytes=(\d*)-(\d*)$/.exec(header ?? '');
  if (!match || (match[1] === '' && match[2] === '')) return null;
  const last = match[1] !== '' && match[2] !== '' ? Math.min(Number(match[2]), size - 1) : size - 1;
  const first = match[1] === '' ? Math.max(0, size - Number(match[2])) : Number(match[1]);
  if (first > last) throw behindEnd(size);
  return [first, last];
}

/** Answers with a file, or the span of it that was asked for. */
function file(c: Context<AppEnv>, media: MediaService, form: MediaForm): Response {
  const { hash, type, size } = form;
  keepAndAsk(c, hash);
  if (hasAlready(c, hash)) return c.body(null, 304);
  c.header('Content-Type', type);
  // What is not known by its content is never opened in the browser.
  if (type === 'application/octet-stream') c.header('Content-Disposition', 'attachment');
  c.header('Accept-Ranges', 'bytes');
  // A part is only of use to who has other parts of the same.
  const sameAs = c.req.header('if-range');
  const range = sameAs === undefined || sameAs === `"${hash}"` ? byteRange(c.req.header('range'), size) : null;
  const [first, last] = range ?? [0, size - 1];
  c.header('Content-Length', String(last - first + 1));
  if (range) c.header('Content-Range', `bytes ${first}-${last}/${size}`);
  const status = range ? 206 : 200;
  // Who only asks how large it is gets no file opened.
  if (c.req.method === 'HEAD') return c.body(null, status);
  return c.body(media.stream(form, first, last), status);
}

/** Files as they arrive and as they are seen, and the earlier copies of a draft. */
export function mediaRoutes({ media, uploads, copies, speech }: Services): Hono<AppEnv> {
  const routes = new TableRoutes();
  routes.on('POST /pieces/:id/media/:media', ({ actor, ids, body }) =>
    uploads.take(actor, `pieces/${ids.id}`, ids.media, body.sha256),
  );
  routes.on('POST /activities/:id/media/:media', ({ actor, ids, body }) =>
    uploads.take(actor, `activities/${ids.id}`, ids.media, body.sha256),
  );
  routes.on('POST /groups/:id/media/:media', ({ actor, ids, body }) =>
    uploads.take(actor, `groups/${ids.id}`, ids.media, body.sha256),
  );
  routes.on('GET /media/:id/about', ({ actor, ids }) => media.view(actor, ids.id));
  routes.on('GET /pieces/:id/copies', ({ actor, ids }) => copies.list(actor, ids.id));
  const hearer = (c: Context<AppEnv>): Hearer => ({ actor: c.get('actor'), groupCode: getCookie(c, GROUP_COOKIE) });
  routes.on('POST /speech', ({ body: { text, speed }, c }) => speech.say(hearer(c), text, speed));

  const { hono } = routes;
  hono.post('/uploads', (c) => uploads.begin(signedIn(c), c.req.raw));
  // HEAD comes here too: how much has arrived.
  hono.get('/uploads/:id', (c) => uploads.goOn(signedIn(c), id(c), c.req.raw));
  hono.patch('/uploads/:id', (c) => uploads.goOn(signedIn(c), id(c), c.req.raw));
  hono.get('/media/:id', async (c) => file(c, media, await media.original(signedIn(c), id(c))));
  hono.get('/media/:id/playable', async (c) => file(c, media, await media.playable(signedIn(c), id(c))));
  hono.get('/media/:id/cut', async (c) => {
    const { spans } = await checked(cutQuery, c.req.query());
    return file(c, media, await media.cut(signedIn(c), id(c), spans));
  });
  hono.get('/media/:id/preview', async (c) => {
    const { page } = await checked(mediaQuery, c.req.query());
    return picture(c, await media.preview(signedIn(c), id(c), page));
  });
  hono.get('/speech/:key', async (c) => file(c, media, await speech.sound(hearer(c), c.req.param('key'))));
  hono.get('/copies/:id/document', async (c) => binary(c, await copies.document(signedIn(c), id(c))));
  return hono;
}
