import type { MiddlewareHandler } from 'hono';
import { OWN_HEADER } from '@lippet/core/contract/limits';
import type { AppEnv } from '../routes/context';
import { ProblemError } from '../problems/problem';

/** SHA-256 of nothing: lets the interface's style element be made empty and filled rule by rule, and nothing else. */
const EMPTY_HASH = "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='";

const CONTENT_SECURITY_POLICY = [
  "default-src 'self'",
  "script-src 'self'",
  `style-src 'self' ${EMPTY_HASH}`,
  "img-src 'self' data: blob:",
  "media-src 'self' blob:",
  "connect-src 'self'",
  "worker-src 'self'",
  "object-src 'none'",
  "base-uri 'none'",
  "form-action 'self'",
  "frame-ancestors 'none'",
].join('; ');

/**
 * The worker that reads PDFs decodes old scans with WebAssembly that we ship, and the one that writes them lays out
 * letters with it; a worker goes by the policy that came with its own script, so the pages themselves need not allow
 * it.
 */
const WORKER_SCRIPT = /^\/_expo\/static\/js\/web\/(?:pdf|export)-[0-9a-f]+\.js$/;
const WORKER_POLICY = CONTENT_SECURITY_POLICY.replace("script-src 'self'", "script-src 'self' 'wasm-unsafe-eval'");

/** For two years a browser that came over TLS comes over nothing else. */
const STRICT_TRANSPORT = 'max-age=63072000; includeSubDomains';

/** Headers on every answer. */
export const securityHeaders: MiddlewareHandler<AppEnv> = async (c, next) => {
  await next();
  c.header('Content-Security-Policy', WORKER_SCRIPT.test(c.req.path) ? WORKER_POLICY : CONTENT_SECURITY_POLICY);
  c.header('X-Content-Type-Options', 'nosniff');
  c.header('Referrer-Policy', 'no-referrer');
  c.header('Cross-Origin-Opener-Policy', 'same-origin');
  c.header('Cross-Origin-Resource-Policy', 'same-origin');
  if (c.get('client').tls) c.header('Strict-Transport-Security', STRICT_TRANSPORT);
  c.header('Permissions-Policy', 'camera=(self), microphone=(self), geolocation=()');
};

const SAFE_METHODS = new Set(['GET', 'HEAD', 'OPTIONS']);

/** A changing request must carry our own header, which another site's page can't set. */
export const ownHeader: MiddlewareHandler<AppEnv> = async (c, next) => {
  if (!SAFE_METHODS.has(c.req.method) && c.req.header(OWN_HEADER) !== '1') {
    throw new ProblemError('forbidden', 'This request did not come from Lippet itself.');
  }
  await next();
};
