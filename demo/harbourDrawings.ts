/** Small things of a harbour, drawn around a place. */
import type { Hand, Pen, Spot } from './hand';

/** Draws something around a middle, about so large. */
export type PlacedDrawing = (hand: Hand, middle: Spot, size: number) => void;

type Colour = Pen['colour'];

const pen = (colour: Colour, width: Pen['width'] = 'middle'): Pen => ({ tool: 'pen', colour, width });
const brush = (colour: Colour, width: Pen['width'] = 'thin'): Pen => ({ tool: 'brush', colour, width });

/** Spots around a middle, in shares of a size. */
const around = ([x, y]: Spot, size: number, spots: readonly Spot[]): Spot[] =>
  spots.map(([dx, dy]): Spot => [x + dx * size, y + dy * size]);

export const boat =
  (colour: Colour): PlacedDrawing =>
  (hand, middle, size) => {
    const [x, y] = middle;
    hand.along(
      pen('ink'),
      around(middle, size, [
        [-0.5, 0.15],
        [-0.3, 0.45],
        [0.3, 0.45],
        [0.5, 0.15],
        [-0.5, 0.15],
      ]),
    );
    hand.colourIn(brush(colour), y + size * 0.2, y + size * 0.42, () => [x - size * 0.3, x + size * 0.3], 6);
    hand.along(
      pen('ink'),
      around(middle, size, [
        [0, 0.15],
        [0, -0.5],
      ]),
    );
    hand.along(
      pen(colour),
      around(middle, size, [
        [0.02, -0.48],
        [0.36, 0],
        [0.02, 0.05],
      ]),
    );
  };

export const fish =
  (colour: Colour): PlacedDrawing =>
  (hand, middle, size) => {
    const [x, y] = middle;
    hand.ring(pen(colour), middle, size * 0.36, size * 0.22);
    hand.along(
      pen(colour),
      around(middle, size, [
        [0.34, 0],
        [0.55, -0.2],
        [0.55, 0.2],
        [0.34, 0],
      ]),
    );
    hand.colourIn(brush(colour), y - size * 0.1, y + size * 0.12, () => [x - size * 0.2, x + size * 0.26], 7);
    hand.ring(pen('ink', 'thin'), [x - size * 0.2, y - size * 0.05], size * 0.03);
  };

export const gull =
  (colour: Colour): PlacedDrawing =>
  (hand, middle, size) => {
    hand.along(
      pen(colour),
      around(middle, size, [
        [-0.5, -0.1],
        [-0.25, -0.35],
        [0, -0.05],
        [0.25, -0.35],
        [0.5, -0.1],
      ]),
    );
    hand.along(
      pen(colour, 'thin'),
      around(middle, size, [
        [-0.1, 0.3],
        [0.05, 0.15],
        [0.2, 0.3],
        [0.35, 0.15],
      ]),
    );
  };

export const crab =
  (colour: Colour): PlacedDrawing =>
  (hand, middle, size) => {
    const [x, y] = middle;
    hand.ring(pen(colour), middle, size * 0.28, size * 0.18);
    hand.colourIn(brush(colour), y - size * 0.08, y + size * 0.1, () => [x - size * 0.18, x + size * 0.18], 7);
    for (const side of [-1, 1]) {
      hand.along(
        pen(colour),
        around(middle, size, [
          [side * 0.22, -0.1],
          [side * 0.42, -0.3],
          [side * 0.34, -0.42],
        ]),
      );
      hand.along(
        pen(colour, 'thin'),
        around(middle, size, [
          [side * 0.2, 0.14],
          [side * 0.42, 0.34],
        ]),
      );
    }
  };
