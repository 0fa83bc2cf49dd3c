import type { Context } from 'hono';
import type { PictureOffer } from '../media/picture';
import type { AppEnv } from './context';

/**
 * Says what an answer is, for a browser to keep: by no one between, and shown again only once school was asked. Who signs
 * in next on the same device has no answer from it.
 */
export function keepAndAsk(c: Context<AppEnv>, tag: string): void {
  c.header('Cache-Control', 'private, no-cache');
  c.header('ETag', `"${tag}"`);
}

/** Whether the browser has it already (RFC 9110, section 13.1.2). */
export const hasAlready = (c: Context<AppEnv>, tag: string): boolean =>
  (c.req.header('if-none-match') ?? '')
    .split(',')
    .map((tag) => tag.trim().replace(/^W\//, ''))
    .includes(`"${tag}"`);

/** A picture that is only drawn where the browser has not got it. */
export async function picture(c: Context<AppEnv>, { tag, draw }: PictureOffer): Promise<Response> {
  const webp = hasAlready(c, tag) ? null : await draw();
  // Only now: what could not be drawn must not be kept under the name of what can.
  keepAndAsk(c, tag);
  if (!webp) return c.body(null, 304);
  c.header('Content-Type', 'image/webp');
  return c.body(new Uint8Array(webp));
}

/** A document's bytes. */
export function binary(c: Context<AppEnv>, bytes: Buffer): Response {
  c.header('Cache-Control', 'no-store');
  c.header('Content-Type', 'application/octet-stream');
  return c.body(new Uint8Array(bytes));
}
