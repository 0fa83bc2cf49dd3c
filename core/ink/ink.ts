/**
 * The samples of one stroke, as a struct of arrays of equal length.
 *
 * Positions are page coordinates: PDF points (1/72 inch), origin top left, y down.
 */
export interface Ink {
  /** Page x in points. */
  x: Float64Array;
  /** Page y in points. */
  y: Float64Array;
  /** 0 (lightest touch) to 1 (full pressure). */
  pressure: Float32Array;
  /** Milliseconds since the stroke's first sample; never decreasing. */
  time: Float64Array;
}

/** Left, top, right, bottom in points. */
export interface Bounds {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** An Ink with room for `length` samples, all zero. */
export function emptyInk(length: number): Ink {
  return {
    x: new Float64Array(length),
    y: new Float64Array(length),
    pressure: new Float32Array(length),
    time: new Float64Array(length),
  };
}

/** Builds an Ink from `[x, y, pressure, time]` rows. */
export function inkFromRows(rows: readonly (readonly [number, number, number, number])[]): Ink {
  const ink = emptyInk(rows.length);
  rows.forEach(([x, y, pressure, time], i) => {
    ink.x[i] = x;
    ink.y[i] = y;
    ink.pressure[i] = pressure;
    ink.time[i] = time;
  });
  return ink;
}

/** The samples at `indices`, in that order. */
export function pickSamples(ink: Ink, indices: ArrayLike<number>): Ink {
  const picked = emptyInk(indices.length);
  for (let i = 0; i < indices.length; i++) {
    const from = indices[i]!;
    picked.x[i] = ink.x[from]!;
    picked.y[i] = ink.y[from]!;
    picked.pressure[i] = ink.pressure[from]!;
    picked.time[i] = ink.time[from]!;
  }
  return picked;
}

/** The box around the samples, grown by `margin` points on every side. An empty ink gives a box of no size at 0, 0. */
export function inkBounds(ink: Ink, margin = 0): Bounds {
  if (ink.x.length === 0) return { left: 0, top: 0, right: 0, bottom: 0 };
  let left = Infinity;
  let top = Infinity;
  let right = -Infinity;
  let bottom = -Infinity;
  for (let i = 0; i < ink.x.length; i++) {
    left = Math.min(left, ink.x[i]!);
    right = Math.max(right, ink.x[i]!);
    top = Math.min(top, ink.y[i]!);
    bottom = Math.max(bottom, ink.y[i]!);
  }
  return grown({ left, top, right, bottom }, margin);
}

/** A box that reaches `margin` points further on every side. */
export const grown = ({ left, top, right, bottom }: Bounds, margin: number): Bounds => ({
  left: left - margin,
  top: top - margin,
  right: right + margin,
  bottom: bottom + margin,
});

/** Whether two boxes share at least a point. */
export function boundsMeet(a: Bounds, b: Bounds): boolean {
  return a.left <= b.right && b.left <= a.right && a.top <= b.bottom && b.top <= a.bottom;
}
