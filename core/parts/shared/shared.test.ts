import * as Y from 'yjs';
import { measureProgress } from '../../piece/progress';
import { enoughIn, givenPages, newPart, readPart, sharedPages, togetherOf, viewOfPart } from '../part';
import { addedIn, noteAdded } from './sharedAnswer';

const ID = '33333333-3333-4333-8333-333333333333';

it('its sheets are nobody’s own, and are filled together', () => {
  const part = newPart('shared', ID, 'Harbour wall');
  expect(givenPages(part)).toEqual([]);
  expect(sharedPages(part)).toMatchObject([{ id: `${ID}.1`, part: ID }]);
  expect(togetherOf(part)).toEqual({ by: 'group', places: false, hides: false });
  expect([sharedPages(newPart('page', ID, 'Mine')), togetherOf(newPart('page', ID, 'Mine'))]).toEqual([[], null]);
});

it('is complete once one has added something', () => {
  const doc = new Y.Doc();
  const view = viewOfPart(newPart('shared', ID, 'Harbour wall'));
  const isEnough = (): boolean => {
    const progress = measureProgress(doc).parts[ID];
    return progress !== undefined && enoughIn(view, progress);
  };
  expect(isEnough()).toBe(false);
  noteAdded(doc, ID, 2);
  expect([addedIn(doc, ID), isEnough()]).toEqual([2, true]);
  noteAdded(doc, ID, 0);
  expect(isEnough()).toBe(false);
});

it.each(['many', -1, 1.5, 1e9, null])('a count of %p counts for nothing', (added) => {
  const doc = new Y.Doc();
  doc.getMap(`shared:${ID}`).set('added', added);
  expect(addedIn(doc, ID)).toBe(0);
});

it('reads settings from anything', () => {
  const raw = {
    id: ID,
    kind: 'shared',
    title: 'x',
    settings: { sheets: 'none', by: 'planet', places: 1, hides: true },
  };
  expect(readPart(raw, [])!.settings).toEqual({ sheets: [], by: 'group', hides: true });
});
