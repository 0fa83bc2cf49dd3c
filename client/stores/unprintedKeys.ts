import type { KeyCard } from '@lippet/core/contract/groups';
import { create } from 'zustand';

/**
 * New keys that a teacher has neither printed nor put away, by group: school shows them this once, so that they must
 * outlast the screen they were made on. They are secrets, and are kept nowhere but here until the teacher signs out.
 */
interface UnprintedKeysState {
  cards: ReadonlyMap<string, readonly KeyCard[]>;
  /** Groups whose cards were all printed. */
  printed: ReadonlySet<string>;
}

export const useUnprintedKeys = create<UnprintedKeysState>(() => ({ cards: new Map(), printed: new Set() }));

/** Lays new cards beside those that are there; of a learner who has one already, the new one counts. */
export function addKeys(group: string, made: readonly KeyCard[]): void {
  const { cards, printed } = useUnprintedKeys.getState();
  const anew = new Set(made.map(({ id }) => id));
  const kept = (cards.get(group) ?? []).filter(({ id }) => !anew.has(id));
  useUnprintedKeys.setState({
    cards: new Map(cards).set(group, [...kept, ...made]),
    printed: new Set([...printed].filter((id) => id !== group)),
  });
}

export function markPrinted(group: string): void {
  useUnprintedKeys.setState(({ printed }) => ({ printed: new Set(printed).add(group) }));
}

/** Whether a group has keys that would be gone if nobody printed them. */
export const hasUnprinted = ({ cards, printed }: UnprintedKeysState, group: string): boolean =>
  (cards.get(group)?.length ?? 0) > 0 && !printed.has(group);

export function putKeysAway(group: string): void {
  useUnprintedKeys.setState(({ cards }) => ({ cards: new Map([...cards].filter(([id]) => id !== group)) }));
}

/** Who signs out leaves no key behind. */
export function dropAllKeys(): void {
  useUnprintedKeys.setState({ cards: new Map(), printed: new Set() });
}
