/** What a teacher has drawn onto a sheet before it is given out: it lies with the paper, under the learner's work, and can't be rubbed out. */
import { outlinePath, strokeOutline } from '../ink/outline';
import type { PictureShape } from './background';
import { readItem, readStrokes, strokeFields, type Fields, type Items, type Stroke } from './item';
import { itemsToJson, readJsonItems, type JsonItem } from './itemJson';

/** Most strokes that a sheet may come with: it goes along with every learner's piece. */
export const MAX_DRAWN = 400;

/** Strokes that lie over each other cover; one that shines through belongs to the work. */
const covers = ({ tool }: Stroke): boolean => tool !== 'highlighter';

/** The strokes of a page, to be kept with its paper; of more than {@link MAX_DRAWN}, the first. */
export const drawnOn = (items: Items): JsonItem[] => itemsToJson(readStrokes(items).filter(covers).slice(0, MAX_DRAWN).map(strokeFields));

/** The fields of what was drawn, to be gone on with. Damaged strokes are left out. */
export const drawnFields = (drawn: unknown): Fields[] => readJsonItems(drawn, ['stroke']).slice(0, MAX_DRAWN);

/** What was drawn as shapes of the paper, back to front. */
export function drawnShapes(drawn: unknown): PictureShape[] {
  return drawnFields(drawn).flatMap((fields): PictureShape[] => {
    const stroke = readItem('drawn', new Map(Object.entries(fields)));
    if (stroke?.kind !== 'stroke' || !covers(stroke)) return [];
    const d = outlinePath(strokeOutline(stroke.ink, stroke.tool, stroke.width));
    return d ? [{ d, fill: stroke.colour }] : [];
  });
}
