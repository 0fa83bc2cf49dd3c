import type { Logger } from 'pino';

/**
 * Ends a line, and tells nothing. Hocuspocus prints whatever a hook throws, all of it, and a fault of the database holds
 * the statement with its values: what a child drew or wrote.
 */
export class LineFault extends Error {
  override readonly name = 'LineFault';
}

/**
 * Does what a hook does. What goes wrong in it is written down here, without what it was about.
 *
 * @throws LineFault alone
 */
export async function inHook<T>(logger: Logger, hook: string, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (error instanceof LineFault) throw error;
    logger.error({ err: error, hook }, 'a line was ended by a fault');
    throw new LineFault();
  }
}
