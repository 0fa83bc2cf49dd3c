import { promisify } from 'node:util';
import { deflate } from 'node:zlib';

const deflated = promisify(deflate);

/**
 * Packs as RFC 1950 wants it, on a thread of its own: a sixth larger than the web's streams make it, for an eighth of
 * their work.
 */
export const quickDeflate = (bytes: Uint8Array): Promise<Uint8Array> => deflated(bytes, { level: 1 });
