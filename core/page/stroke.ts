import { putItem, strokeFields, topOrder, type Items, type Stroke } from './item';

/** A stroke to be written. */
export type NewStroke = Pick<Stroke, 'id' | 'tool' | 'colour' | 'width' | 'ink' | 'at'> & { order?: string };

/**
 * Writes a stroke, on top unless it brings its order; call it within one transaction with all that belongs to it.
 *
 * @throws InkRangeError if the ink can't be kept (see encodeInk)
 */
export function addStroke(items: Items, stroke: NewStroke): void {
  putItem(items, stroke.id, strokeFields({ ...stroke, order: stroke.order ?? topOrder(items) }));
}
