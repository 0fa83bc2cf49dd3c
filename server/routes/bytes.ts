import type { Context } from 'hono';
import type { AppEnv } from './context';

/** A picture whose address changes with its content: kept by this person's browser, by no one between. */
export function picture(c: Context<AppEnv>, webp: Buffer): Response {
  c.header('Cache-Control', 'private, max-age=31536000, immutable');
  c.header('Content-Type', 'image/webp');
  return c.body(new Uint8Array(webp));
}

/** A document's bytes. */
export function binary(c: Context<AppEnv>, bytes: Buffer): Response {
  c.header('Cache-Control', 'no-store');
  c.header('Content-Type', 'application/octet-stream');
  return c.body(new Uint8Array(bytes));
}
