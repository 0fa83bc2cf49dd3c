import { EventEmitter } from 'node:events';
import type { Transaction } from 'sequelize';

/** What somebody may do has changed: they left a group, got new keys, were signed out. */
const changes = new EventEmitter<{ changed: [people: readonly string[]] }>();
changes.setMaxListeners(0);

/** Says so as soon as the transaction in which it changes is over: what they have open is looked at again. */
export function standingChanged(people: readonly string[], transaction: Transaction): void {
  transaction.afterCommit(() => void changes.emit('changed', people));
}

/** @returns ends the listening */
export function onStandingChanged(heard: (people: ReadonlySet<string>) => void): () => void {
  const listener = (people: readonly string[]): void => heard(new Set(people));
  changes.on('changed', listener);
  return () => void changes.off('changed', listener);
}
