import * as Y from 'yjs';
import { pasteItems } from '../page/arrange';
import { itemBounds } from '../page/geometry';
import { putItem, readItems, type ItemMap } from '../page/item';
import { FIRST_STAMPS, isFirstStamp } from './firstStamps';
import { readStampItems } from './keptStamps';

it.each(FIRST_STAMPS.map((stamp) => [stamp.name, stamp] as const))(
  'the stamp “%s” can be put onto a page like one that was kept, and lies within its size',
  (_, { id, items, width, height }) => {
    expect(isFirstStamp(id)).toBe(true);
    const page = new Y.Doc().getMap<ItemMap>('page');
    let made = 0;
    const changes = pasteItems(
      readStampItems(JSON.parse(JSON.stringify(items))),
      { page: 'p', items: page, offset: { x: 0, y: 0 } },
      () => `i${made++}`,
      1,
    );
    for (const change of changes) putItem(page, change.id, change.after!);
    const put = readItems(page);
    expect(put).toHaveLength(items.length);
    for (const item of put) {
      const { left, top, right, bottom } = itemBounds(item);
      expect(Math.min(left, top)).toBeGreaterThanOrEqual(-3);
      expect(right).toBeLessThanOrEqual(width + 3);
      expect(bottom).toBeLessThanOrEqual(height + 3);
    }
  },
);

it('what a teacher kept is none of the first', () => {
  expect(isFirstStamp('0b6d4f9e-1111-4111-8111-000000000000')).toBe(false);
});
