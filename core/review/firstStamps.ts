/** The stamps that every teacher has before they make any: drawn here, in the colour of marks. */
import { inkFromRows } from '../ink/ink';
import { MARK_COLOUR } from '../ink/tools';
import { strokeFields } from '../page/item';
import { stampItems, type StampItem } from './keptStamps';

export interface FirstStamp {
  id: string;
  name: string;
  items: StampItem[];
  /** In points. */
  width: number;
  height: number;
}

type Line = readonly (readonly [x: number, y: number])[];

const SIZE = 48;
const PEN = 3.4;
/** Milliseconds from sample to sample, so that a stamp can be watched as it was drawn. */
const PAUSE = 12;

/** Points of an arc around a middle, from one angle to another, in degrees from the right, clockwise. */
function arc([x, y]: readonly [number, number], radius: number, from: number, to: number): Line {
  const steps = Math.max(6, Math.round(Math.abs(to - from) / 15));
  return Array.from({ length: steps + 1 }, (_, i) => {
    const angle = ((from + ((to - from) * i) / steps) * Math.PI) / 180;
    return [x + radius * Math.cos(angle), y + radius * Math.sin(angle)] as const;
  });
}

/** A line through points, with samples close enough that its corners stay corners. */
function straight(...corners: Line): Line {
  return corners.flatMap(([x, y], i) => {
    const next = corners[i + 1];
    if (!next) return [[x, y] as const];
    return Array.from({ length: 6 }, (_, k) => [x + ((next[0] - x) * k) / 6, y + ((next[1] - y) * k) / 6] as const);
  });
}

const MIDDLE = [SIZE / 2, SIZE / 2] as const;

/** Rays around a lamp. */
const rays = (): Line[] =>
  Array.from({ length: 8 }, (_, i) => {
    const angle = (i * Math.PI) / 4;
    const cornersAt = (radius: number) =>
      [MIDDLE[0] + radius * Math.cos(angle), MIDDLE[1] + radius * Math.sin(angle)] as const;
    return straight(cornersAt(14), cornersAt(21));
  });

const DRAWINGS: readonly { id: string; name: string; lines: readonly Line[] }[] = [
  { id: 'first-tick', name: 'Right', lines: [straight([6, 26], [18, 40], [43, 8])] },
  { id: 'first-lamp', name: 'This shines', lines: [arc(MIDDLE, 8, 0, 360), ...rays()] },
  {
    id: 'first-look',
    name: 'Look here',
    lines: [arc([24, 38], 24, 215, 325), arc([24, 10], 24, 35, 145), arc([24, 24], 4, 0, 360)],
  },
  {
    id: 'first-again',
    name: 'Once more',
    lines: [arc(MIDDLE, 16, -60, 230), straight([33, 2], [32, 11], [42, 13])],
  },
];

function stampOf({ id, name, lines }: (typeof DRAWINGS)[number]): FirstStamp {
  const copies = lines.map((line) =>
    strokeFields({
      tool: 'pen',
      colour: MARK_COLOUR,
      width: PEN,
      ink: inkFromRows(line.map(([x, y], i) => [x, y, 0.5, i * PAUSE])),
      at: 0,
      order: '',
    }),
  );
  const bounds = { left: 0, top: 0, right: SIZE, bottom: SIZE };
  return { id, name, items: stampItems(copies, bounds), width: SIZE, height: SIZE };
}

export const FIRST_STAMPS: readonly FirstStamp[] = DRAWINGS.map(stampOf);
/** Whether a stamp is one of those that nobody has made, and nobody can throw away. */
export const isFirstStamp = (id: string): boolean => DRAWINGS.some((drawing) => drawing.id === id);
