import type { PieceState } from '@lippet/core/piece/pieceState';
import { colours } from './theme';

/** One path of a stamp, in its 44 by 44 box. */
export interface StampPath {
  d: string;
  fill: string;
  stroke: string;
  strokeWidth: number;
  round?: boolean;
  transform?: string;
}

const EDGE = 2.5;
const SHEET = 'M7 7h22l8 8v22H7z';
const SAIL = 'M22 6v19M22 8l11 13H22';
const shape = (d: string, fill: string, transform?: string): StampPath => ({
  d,
  fill,
  stroke: colours.ink,
  strokeWidth: EDGE,
  ...(transform && { transform }),
});
const line = (d: string, stroke: string, strokeWidth = 3): StampPath => ({
  d,
  fill: 'none',
  stroke,
  strokeWidth,
  round: true,
});

/** The stamps of the states: shape and word always stand together. */
export const STAMP_SHAPES: Readonly<Record<PieceState, readonly StampPath[]>> = {
  new: [shape(SHEET, colours.scrap), shape('M29 7v8h8', 'none')],
  started: [shape(SHEET, colours.ochre), line('M12 29c4-9 7 5 11-4s5-2 9-5', colours.ink)],
  ready: [shape('M6 25h32l-6 12H12z', colours.ochre), shape(SAIL, colours.scrap)],
  'with-teacher': [
    shape('M6 23h32l-6 10H12z', colours.sea),
    shape('M22 5v18M22 7l11 12H22', colours.scrap),
    shape('M4 39c4-4 8 4 12 0s8 4 12 0 8 4 12 0', 'none'),
  ],
  'another-go': [
    shape(
      'M22 5l5 4 6-1 2 6 5 4-2 6 2 6-5 4-2 6-6-1-5 4-5-4-6 1-2-6-5-4 2-6-2-6 5-4 2-6 6 1z',
      colours.vermilion,
      'translate(2.4 2.4) scale(.89)',
    ),
    line('M14 24a8 8 0 1 1 3 6M14 33v-6h6', colours.scrap),
  ],
  finished: [
    shape('M15 5h14l10 10v14L29 39H15L5 29V15z', colours.moss),
    line(
      'M24.6 12.500a2.6 2.6 0 1 1-5.2 0 2.6 2.6 0 1 1 5.2 0M22 15.500v16M17 19h10M12.500 24c1 6 5 8 9.500 ' +
        '8s8.500-2 9.500-8M12.500 24l-1 3.500M12.500 24l3.500 1.500M31.500 24l1 3.500M31.500 24l-3.500 1.500',
      colours.scrap,
      2.8,
    ),
  ],
};

const made = new Map<PieceState, string>();

/** A stamp as the address of a picture: where hundreds are in sight, a picture is drawn in a fraction of the time. */
export function stampPicture(state: PieceState): string {
  const known = made.get(state);
  if (known) return known;
  const paths = STAMP_SHAPES[state].map(
    ({ d, fill, stroke, strokeWidth, round, transform }) =>
      `<path d="${d}" fill="${fill}" stroke="${stroke}" ` +
      `stroke-width="${strokeWidth}"${round ? ' stroke-linecap="round" stroke-linejoin="round"' : ''}` +
      `${transform ? ` transform="${transform}"` : ''}/>`,
  );
  const address = `data:image/svg+xml,${encodeURIComponent(
    '<svg xmlns="http://www.w3.org/2000/svg" width="44" height="44" viewBox="0 0 44 ' + `44">${paths.join('')}</svg>`,
  )}`;
  made.set(state, address);
  return address;
}
