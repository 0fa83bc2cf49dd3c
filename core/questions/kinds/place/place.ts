import { isId } from '../../../contract/ids';
import { flagOf, listOf, rawOf, type Raw } from '../../../contract/readRaw';
import type { QuestionKind } from '../../questionKind';

/** A place on a picture, in shares of its width and height from its top left corner: a box, or the ellipse in it. */
export interface Region {
  x: number;
  y: number;
  width: number;
  height: number;
  round: boolean;
}

/** A place on a picture is pointed at. */
export interface PlaceSettings {
  picture: string | null;
  /** Each of them is right. */
  regions: Region[];
}

export interface PlaceAsked {
  picture: string | null;
}

/** Where it was pointed at, in shares of the picture. */
export interface PlaceAnswer {
  x: number;
  y: number;
}

const MOST_REGIONS = 20;

const shareOfSide = (value: unknown): number | null =>
  typeof value === 'number' && value >= 0 && value <= 1 ? value : null;

/** Reads a place from anything; null for none, and for one that has no room. */
export function readRegion(raw: Raw): Region | null {
  const [x, y] = [shareOfSide(raw.x), shareOfSide(raw.y)];
  const [width, height] = [shareOfSide(raw.width), shareOfSide(raw.height)];
  if (x === null || y === null || !width || !height) return null;
  return {
    x,
    y,
    width: Math.min(width, 1 - x),
    height: Math.min(height, 1 - y),
    round: flagOf(raw.round) ?? false,
  };
}

/** Whether a point lies in a place, its edge included. */
export function liesIn({ x, y }: PlaceAnswer, region: Region): boolean {
  const [across, down] = [(x - region.x) / region.width, (y - region.y) / region.height];
  if (across < 0 || across > 1 || down < 0 || down > 1) return false;
  return !region.round || (across - 0.5) ** 2 + (down - 0.5) ** 2 <= 0.25;
}

export const place: QuestionKind<PlaceSettings, PlaceAsked, PlaceAnswer> = {
  newSettings: () => ({ picture: null, regions: [] }),
  readSettings: (raw: Raw) => ({
    picture: isId(raw.picture) ? raw.picture : null,
    regions: listOf(raw.regions, MOST_REGIONS).flatMap((region) => readRegion(region) ?? []),
  }),
  options: () => [],
  filled: (settings) => settings,
  trouble({ picture, regions }, name) {
    if (picture === null) return `${name} needs a picture.`;
    return regions.length === 0 ? `${name} needs a place that is right.` : null;
  },
  asked: ({ picture }) => ({ picture }),
  readAnswer(_, value) {
    const { x, y } = rawOf(value);
    const [across, down] = [shareOfSide(x), shareOfSide(y)];
    return across === null || down === null ? null : { x: across, y: down };
  },
  complete: () => true,
  inWords: (_, { x, y }) => `${Math.round(x * 100)} % across, ${Math.round(y * 100)} % down`,
  /** In one of the places, or not. */
  share: ({ regions }, answer) => (regions.some((region) => liesIn(answer, region)) ? 1 : 0),
  written: () => null,
  right: ({ regions: [first] }) => (first ? { x: first.x + first.width / 2, y: first.y + first.height / 2 } : null),
};
