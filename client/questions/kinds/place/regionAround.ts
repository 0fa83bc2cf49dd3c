import type { Region } from '@lippet/core/questions/kinds/place/place';
import type { PicturePoint } from '../../PictureGround';

/** How wide and high a new place is, in shares of the picture. */
const NEW_SIDE = 0.14;

/** A round place with this point in its middle, within the picture. */
export function regionAround({ x, y }: PicturePoint, side = NEW_SIDE): Region {
  const within = (middle: number): number => Math.min(1 - side, Math.max(0, middle - side / 2));
  return { x: within(x), y: within(y), width: side, height: side, round: true };
}

/** The same place elsewhere, or larger or smaller, within the picture. */
export function movedRegion(region: Region, by: { x?: number; y?: number; size?: number }): Region {
  const side = Math.min(0.6, Math.max(0.06, region.width + (by.size ?? 0)));
  const middle = { x: region.x + region.width / 2 + (by.x ?? 0), y: region.y + region.height / 2 + (by.y ?? 0) };
  return regionAround(middle, side);
}
