/** Keys that nobody has printed outlast the screen they were made on, and nothing else. */
import type { KeyCard } from '@lippet/core/contract/groups';
import { addKeys, dropAllKeys, hasUnprinted, markPrinted, putKeysAway, useUnprintedKeys } from './unprintedKeys';

const card = (id: string, password: string): KeyCard => ({
  id,
  name: id,
  group: 'Terns',
  code: 'ABCDEF',
  signInName: id,
  pictures: null,
  password,
});
const shown = (group: string) => (useUnprintedKeys.getState().cards.get(group) ?? []).map((card) => card.password);
const unprinted = (group: string): boolean => hasUnprinted(useUnprintedKeys.getState(), group);

beforeEach(dropAllKeys);

it('a second batch lies beside the first, and a newer key takes the place of an older', () => {
  addKeys('terns', [card('fern', 'one'), card('bo', 'two')]);
  addKeys('terns', [card('cy', 'three'), card('fern', 'four')]);
  expect(shown('terns')).toEqual(['two', 'three', 'four']);
  expect(shown('gulls')).toEqual([]);
});

it('what was printed is known until more is added', () => {
  expect(unprinted('terns')).toBe(false);
  addKeys('terns', [card('fern', 'one')]);
  expect(unprinted('terns')).toBe(true);
  markPrinted('terns');
  expect(unprinted('terns')).toBe(false);
  addKeys('terns', [card('bo', 'two')]);
  expect(unprinted('terns')).toBe(true);
});

it('put away, a group has none; others keep theirs until one signs out', () => {
  addKeys('terns', [card('fern', 'one')]);
  addKeys('gulls', [card('bo', 'two')]);
  putKeysAway('terns');
  expect([unprinted('terns'), unprinted('gulls')]).toEqual([false, true]);
  dropAllKeys();
  expect(unprinted('gulls')).toBe(false);
});
