import { AsyncLocalStorage } from 'node:async_hooks';
import type { Transaction } from 'sequelize';

/**
 * The transaction that is under way, for whatever is done within it: queries find it by themselves and go through its
 * connection. Asking for a second one while holding the first, a whole class at once would wait for each other.
 *
 * It has the shape that Sequelize's `useCLS` asks for, on Node's own AsyncLocalStorage.
 */
const contexts = new AsyncLocalStorage<Map<string, unknown>>();

/** One that is over holds no connection any more: what was begun within it and goes on afterwards finds none. */
const isOver = (value: unknown): boolean =>
  (value as (Transaction & { finished?: string }) | null)?.finished !== undefined;

/** The transaction that is under way; undefined outside of one. */
export const currentTransaction = (): Transaction | undefined =>
  transactionContext.get('transaction') as Transaction | undefined;

export const transactionContext = {
  run(work: (context: Map<string, unknown>) => void): void {
    const context = new Map<string, unknown>();
    contexts.run(context, () => work(context));
  },
  get(key: string): unknown {
    const value = contexts.getStore()?.get(key);
    return value && !isOver(value) ? value : undefined;
  },
  set(key: string, value: unknown): void {
    contexts.getStore()?.set(key, value);
  },
  /** Asked for and never used: AsyncLocalStorage follows promises and callbacks by itself. */
  bind: <T>(work: T): T => work,
};
