import type { Bounds } from '@lippet/core/ink/ink';
import { strokeOutline } from '@lippet/core/ink/outline';
import { areMarks } from '@lippet/core/page/document';
import { hitsItem, itemBounds } from '@lippet/core/page/geometry';
import { byOrder, layerOf, readItem, type Item, type ItemMap, type Items } from '@lippet/core/page/item';
import type { Point } from '@lippet/core/math/matrix';
import { ringsPath } from '@lippet/core/page/rings';
import RBush from 'rbush';
import type * as Y from 'yjs';
import { outlineToPath, outlineToPolygon } from './outlinePath';

export interface DrawnItem {
  item: Item;
  bounds: Bounds;
  /** Made when first drawn; only strokes and fills have one. A stroke that is looked at closely gets a finer one. */
  path: Path2D | null;
  fine?: Path2D;
}

export type LayerChange = { kind: 'on-top'; drawn: DrawnItem } | { kind: 'region'; bounds: Bounds };

/** The items by where they lie. */
class Index extends RBush<DrawnItem> {
  override toBBox({ bounds: { left, top, right, bottom } }: DrawnItem) {
    return { minX: left, minY: top, maxX: right, maxY: bottom };
  }
  override compareMinX(a: DrawnItem, b: DrawnItem): number {
    return a.bounds.left - b.bounds.left;
  }
  override compareMinY(a: DrawnItem, b: DrawnItem): number {
    return a.bounds.top - b.bounds.top;
  }
}

/** The id of the item that a changed type belongs to. `event.path` may be told from another observer's place. */
function idOf(target: Y.AbstractType<unknown>, items: Items): string {
  let type = target;
  while (type.parent !== null && type.parent !== (items as unknown)) type = type.parent;
  return type._item?.parentSub ?? '';
}

const inOrder = (a: DrawnItem, b: DrawnItem): number => byOrder(a.item, b.item);

/**
 * The items of one page in one document, kept in step with it. An item is decoded once; what listeners
 * get is the least that has to be drawn again. Looking for what lies somewhere does not go through all of them.
 */
export class ItemLayer {
  private readonly byId = new Map<string, DrawnItem>();
  private readonly index = new Index();
  private ordered: DrawnItem[] = [];
  /** How many of them are strokes. */
  strokes = 0;
  private readonly listeners = new Set<(change: LayerChange) => void>();
  /** These are marks on somebody's work. */
  readonly marks: boolean;

  constructor(readonly items: Items) {
    this.marks = areMarks(items);
    const all: DrawnItem[] = [];
    items.forEach((item, id) => {
      const drawn = this.read(id, item);
      if (drawn) all.push(drawn);
    });
    this.index.load(all);
    this.ordered = all.sort(inOrder);
    items.observeDeep(this.onChange as never);
  }

  /** In drawing order. */
  get drawn(): readonly DrawnItem[] {
    return this.ordered;
  }

  get(id: string): DrawnItem | undefined {
    return this.byId.get(id);
  }

  /** What meets a box, in drawing order. */
  within({ left, top, right, bottom }: Bounds): DrawnItem[] {
    return this.index.search({ minX: left, minY: top, maxX: right, maxY: bottom }).sort(inOrder);
  }

  /** What a tap hits, the topmost first. */
  hit(point: Point, reach: number): DrawnItem[] {
    const { x, y } = point;
    return this.within({ left: x - reach, top: y - reach, right: x + reach, bottom: y + reach })
      .filter(({ item }) => hitsItem(item, point, reach))
      .reverse();
  }

  listen(listener: (change: LayerChange) => void): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  destroy(): void {
    this.items.unobserveDeep(this.onChange as never);
    this.listeners.clear();
    this.byId.clear();
    this.index.clear();
    this.ordered = [];
    this.strokes = 0;
  }

  private read(id: string, map: ItemMap): DrawnItem | null {
    const item = readItem(id, map);
    if (!item) return null;
    const drawn = { item, bounds: itemBounds(item), path: null };
    this.byId.set(id, drawn);
    if (item.kind === 'stroke') this.strokes += 1;
    return drawn;
  }

  private readonly onChange = (events: Y.YEvent<Y.AbstractType<unknown>>[]): void => {
    const ids = new Set<string>();
    for (const event of events) {
      if (event.target === (this.items as unknown)) for (const id of event.keys.keys()) ids.add(id);
      else ids.add(idOf(event.target, this.items));
    }
    const changes: LayerChange[] = [];
    const before = new Set([...ids].map((id) => this.byId.get(id)).filter((drawn) => drawn !== undefined));
    if (before.size > 0) {
      this.ordered = this.ordered.filter((item) => !before.has(item));
      for (const drawn of before) {
        this.index.remove(drawn);
        this.byId.delete(drawn.item.id);
        if (drawn.item.kind === 'stroke') this.strokes -= 1;
        changes.push({ kind: 'region', bounds: drawn.bounds });
      }
    }
    let resort = false;
    for (const id of ids) {
      const map = this.items.get(id);
      const drawn = map ? this.read(id, map) : null;
      if (!drawn) continue;
      this.index.insert(drawn);
      const last = this.ordered.at(-1);
      const covers = layerOf(drawn.item) > 0 && (!last || inOrder(last, drawn) < 0);
      this.ordered.push(drawn);
      if (last && inOrder(last, drawn) > 0) resort = true;
      changes.push(covers ? { kind: 'on-top', drawn } : { kind: 'region', bounds: drawn.bounds });
    }
    if (resort) this.ordered.sort(inOrder);
    for (const change of changes) for (const listener of this.listeners) listener(change);
  };
}

/** Sides of a stroke's outline that is not looked at closely, in points. */
const MOST_SIDE = 1.6;

/** The shape of a stroke or an area, made once; of a stroke another one, smoother, where it is looked at closely. */
export function pathOf(drawn: DrawnItem, close: boolean): Path2D {
  const { item } = drawn;
  if (item.kind === 'stroke' && close)
    return (drawn.fine ??= outlineToPath(strokeOutline(item.ink, item.tool, item.width)));
  if (item.kind === 'stroke')
    return (drawn.path ??= outlineToPolygon(
      strokeOutline(item.ink, item.tool, item.width),
      Math.min(MOST_SIDE, item.width / 2),
    ));
  if (item.kind === 'fill') return (drawn.path ??= new Path2D(ringsPath(item.rings)));
  throw new TypeError(`A ${item.kind} has no path.`);
}
