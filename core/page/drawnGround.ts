/**
 * What a teacher has put onto a sheet before it is given out, drawn or typed: it lies with the paper, under the
 * learner's work, and can't be rubbed out.
 */
import { outlinePath, strokeOutline } from '../ink/outline';
import type { PictureShape } from './pictureShape';
import {
  readItem,
  readItems,
  strokeFields,
  textFields,
  type Fields,
  type Item,
  type Items,
  type Stroke,
  type TextBox,
} from './item';
import { itemsToJson, readJsonItems, type JsonItem } from './itemJson';

/** Most strokes and boxes of words that a sheet may come with: they go along with every learner's piece. */
export const MAX_DRAWN = 400;

/**
 * Strokes that lie over each other cover; one that shines through belongs to the work. Words that answer a spot do,
 * too.
 */
const belongs = (item: Item): item is Stroke | TextBox =>
  item.kind === 'stroke' ? item.tool !== 'highlighter' : item.kind === 'text' && item.text.trim() !== '';

const fieldsOf = (item: Stroke | TextBox): Fields =>
  item.kind === 'stroke' ? strokeFields(item) : textFields({ ...item, spot: null });

/** What lies on a page, to be kept with its paper; of more than {@link MAX_DRAWN}, the first. */
export const drawnOn = (items: Items): JsonItem[] =>
  itemsToJson(readItems(items).filter(belongs).slice(0, MAX_DRAWN).map(fieldsOf));

/** The items of what was kept, back to front. Damaged ones are left out. */
const itemsOf = (drawn: unknown): (Stroke | TextBox)[] =>
  readJsonItems(drawn, ['stroke', 'text'])
    .slice(0, MAX_DRAWN)
    .flatMap((fields, i) => {
      const item = readItem(`drawn-${i}`, new Map(Object.entries(fields)));
      return item && belongs(item) ? [item] : [];
    });

/** The fields of what was drawn, to be gone on with. */
export const drawnFields = (drawn: unknown): Fields[] => itemsOf(drawn).map(fieldsOf);

/** What was drawn as shapes of the paper, back to front. */
export function drawnShapes(drawn: unknown): PictureShape[] {
  return itemsOf(drawn).flatMap((item): PictureShape[] => {
    const d = item.kind === 'stroke' && outlinePath(strokeOutline(item.ink, item.tool, item.width));
    return d ? [{ d, fill: item.colour }] : [];
  });
}

/** The words that were typed; they lie over what was drawn. */
export const drawnWords = (drawn: unknown): TextBox[] => itemsOf(drawn).filter((item) => item.kind === 'text');
