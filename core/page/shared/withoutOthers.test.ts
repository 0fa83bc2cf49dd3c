import * as Y from 'yjs';
import { documentOf, pageItems, readPages, startDocument } from '../document';
import { putItem, readItems } from '../item';
import { withoutOthers } from './withoutOthers';

it('what others made on a sheet for all is not in what home is given', () => {
  const page = { id: 'p.1', part: 'p', width: 300, height: 300, background: { kind: 'blank' } } as const;
  const doc = documentOf(startDocument([page]));
  const words = {
    kind: 'text',
    lines: [],
    width: 80,
    size: 14,
    font: 'reading',
    colour: '#1C2A33',
    align: 'left',
    at: 1,
  };
  const items = pageItems(doc, page.id)!;
  putItem(items, 'mine', { ...words, text: 'mine', order: 'a0' });
  putItem(items, 'theirs', { ...words, text: 'a secret of Ben', order: 'a1', others: true });
  const clean = withoutOthers(Y.encodeStateAsUpdate(doc));
  expect(readPages(documentOf(clean))).toHaveLength(1);
  expect(readItems(pageItems(documentOf(clean), page.id)!).map(({ id }) => id)).toEqual(['mine']);
  expect(Buffer.from(clean).includes('a secret of Ben')).toBe(false);
});
