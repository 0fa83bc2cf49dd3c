/**
 * Places that a teacher marks on a page for a photo, words or ink. They belong to the page's plan, not to the learner's
 * work.
 */
import type { Item } from './item';
import { applyTo } from '../math/matrix';

export const SPOT_KINDS = ['ink', 'words', 'photo'] as const;
export type SpotKind = (typeof SPOT_KINDS)[number];

export interface Spot {
  id: string;
  kind: SpotKind;
  label: string;
  /** Whether the page is complete only with it. */
  needed: boolean;
  /** In page points. */
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Reads spots that came from a document or a part's settings; what is not in shape is left out. */
export function readSpots(value: unknown): Spot[] {
  if (!Array.isArray(value)) return [];
  return value.filter((spot: Partial<Spot> | null): spot is Spot => {
    if (typeof spot !== 'object' || spot === null) return false;
    const box = [spot.x, spot.y, spot.width, spot.height];
    return (
      typeof spot.id === 'string' &&
      typeof spot.label === 'string' &&
      typeof spot.needed === 'boolean' &&
      SPOT_KINDS.includes(spot.kind as SpotKind) &&
      box.every((side) => Number.isFinite(side)) &&
      spot.width! > 0 &&
      spot.height! > 0
    );
  });
}

const within = (spot: Spot, x: number, y: number): boolean =>
  x >= spot.x && x <= spot.x + spot.width && y >= spot.y && y <= spot.y + spot.height;

/** The spot under a point, the smallest where several overlap. */
export function spotAt(spots: readonly Spot[], x: number, y: number): Spot | null {
  return spots.filter((spot) => within(spot, x, y)).sort((a, b) => a.width * a.height - b.width * b.height)[0] ?? null;
}

/** Whether an item fills a spot: its own words or picture, or ink most of which lies in it. */
export function fillsSpot(spot: Spot, item: Item): boolean {
  switch (item.kind) {
    case 'text':
      return (
        spot.kind === 'words' &&
        item.text.trim() !== '' &&
        (item.spot === spot.id || within(spot, item.matrix[4] + 1, item.matrix[5] + 1))
      );
    case 'picture': {
      const middle = applyTo(item.matrix, item.width / 2, item.height / 2);
      return spot.kind === 'photo' && (item.spot === spot.id || within(spot, middle.x, middle.y));
    }
    case 'stroke': {
      if (spot.kind === 'photo') return false;
      const n = item.ink.x.length;
      let inside = 0;
      for (let i = 0; i < n; i++) if (within(spot, item.ink.x[i]!, item.ink.y[i]!)) inside++;
      return inside * 2 > n;
    }
    default:
      return false;
  }
}

/** Ids of the spots that something fills. */
export function filledSpots(spots: readonly Spot[], items: readonly Item[]): Set<string> {
  return new Set(spots.filter((spot) => items.some((item) => fillsSpot(spot, item))).map(({ id }) => id));
}

/**
 * The next spot in reading order (top to bottom, left to right) that is still empty, behind `after`, around the end.
 */
export function nextEmptySpot(spots: readonly Spot[], filled: ReadonlySet<string>, after: string | null): Spot | null {
  const ordered = [...spots].sort((a, b) => a.y - b.y || a.x - b.x);
  const start = ordered.findIndex(({ id }) => id === after) + 1;
  return [...ordered.slice(start), ...ordered.slice(0, start)].find(({ id }) => !filled.has(id)) ?? null;
}
