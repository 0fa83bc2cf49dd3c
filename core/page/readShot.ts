import { LOOKS, WARNINGS, type Look, type Shot } from '../scan/shot';
import type { Background } from './background';

const isCorners = (value: unknown): value is number[] =>
  Array.isArray(value) &&
  value.length === 8 &&
  value.every((share) => typeof share === 'number' && share > -1 && share < 2);

/** The shot that a page is a photo of; null for every other page, and for what a broken client wrote. */
export function readShot(background: Background | undefined): Shot | null {
  const shot: Partial<Shot> | undefined = background?.kind === 'photo' ? background.shot : undefined;
  if (typeof shot !== 'object' || shot === null || typeof shot.original !== 'string') return null;
  return {
    original: shot.original,
    corners: isCorners(shot.corners) ? shot.corners : null,
    turn: [0, 1, 2, 3].includes(shot.turn as number) ? shot.turn! : 0,
    look: LOOKS.includes(shot.look as Look) ? shot.look! : 'photo',
    taken: Number.isFinite(shot.taken) ? shot.taken! : null,
    warnings: WARNINGS.filter((warning) => shot.warnings?.includes?.(warning)),
  };
}
