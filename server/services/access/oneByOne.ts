import type { Logger } from 'pino';

/**
 * Does something for each, one after another. Where it fails for one, that is written down, and the others get theirs all
 * the same.
 *
 * @param what said in the log; with the item's id, and nothing else of it
 */
export async function oneByOne<T extends { id: string }>(
  items: Iterable<T>,
  logger: Logger,
  subject: string,
  work: (item: T) => Promise<void>,
): Promise<void> {
  for (const item of items) {
    try {
      await work(item);
    } catch (error) {
      logger.error({ err: error, id: item.id }, subject);
    }
  }
}
