import { distinct, rawOf, type Raw } from '../../contract/readRaw';
import { DEFINITION_LIMITS } from '../../contract/definitionLimits';
import type { Background } from '../../page/background';
import { isPageSide } from '../../page/pageSide';
import { readSheetBackground } from '../../page/readBackground';
import { readSpots, type Spot } from '../../page/spots';

/** A sheet as the teacher gives it out. */
export interface SheetPlan {
  /** In points. */
  width: number;
  height: number;
  background: Background;
  spots?: Spot[];
}

const MOST_SPOTS = 200;
const LONGEST_SPOT_ID = 60;

/** Reads a sheet from anything; null for what is none. */
export function readSheet(value: unknown): SheetPlan | null {
  const { width, height, background, spots: rawSpots }: Raw = rawOf(value);
  if (!isPageSide(width) || !isPageSide(height)) return null;
  const spots = distinct(readSpots(rawSpots).slice(0, MOST_SPOTS), ({ id }) => id).map((spot) => ({
    id: spot.id.slice(0, LONGEST_SPOT_ID),
    kind: spot.kind,
    label: spot.label.slice(0, DEFINITION_LIMITS.title),
    needed: spot.needed,
    x: spot.x,
    y: spot.y,
    width: spot.width,
    height: spot.height,
  }));
  return { width, height, background: readSheetBackground(background), ...(spots.length > 0 ? { spots } : {}) };
}
