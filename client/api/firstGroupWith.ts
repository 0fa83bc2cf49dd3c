import { RequestError } from './request';

/**
 * Asks for something of one group after another, until one has it.
 * @param ask rejects with `not-found` for a group that does not have it
 */
export async function firstGroupWith<T>(groups: readonly string[], ask: (group: string) => Promise<T>): Promise<T> {
  for (const [index, group] of groups.entries()) {
    try {
      return await ask(group);
    } catch (failure) {
      const elsewhere = failure instanceof RequestError && failure.code === 'not-found';
      if (!elsewhere || index === groups.length - 1) throw failure;
    }
  }
  throw new Error('This belongs to no group of yours.');
}
