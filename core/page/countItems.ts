import * as Y from 'yjs';
import type { Items } from './item';

/** An item that is empty (a text box without words, a field left blank) is no work. */
export function countItems(items: Items): { items: number; strokes: number } {
  const count = { items: 0, strokes: 0 };
  items.forEach((item: unknown) => {
    if (!(item instanceof Y.Map)) return;
    const kind = item.get('kind') as unknown;
    if (kind === 'stroke') count.strokes += 1;
    const value = kind === 'field' ? (item.get('value') as unknown) : 'something';
    const words = kind === 'text' ? (item.get('text') as unknown) : value;
    if (typeof kind === 'string' && typeof words === 'string' && words.trim() !== '') count.items += 1;
  });
  return count;
}
