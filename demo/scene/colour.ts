/** Colours as red, green and blue, 0 to 255 and beyond while light is added, and places in space. */
export type Triple = [number, number, number];
/** Paints what is at a place, in millimetres. */
export type Ground = (x: number, y: number, into: Triple) => void;

export const BLACK: Triple = [0, 0, 0];

/** Puts a colour into another that is there already: a new one for each of a million pixels is what takes the time. */
export function put(into: Triple, red: number, green: number, blue: number): void {
  into[0] = red;
  into[1] = green;
  into[2] = blue;
}

/** Puts into `into` what lies between two colours: the first at 0, the second at 1. */
export function mix(into: Triple, a: Triple, b: Triple, t: number): void {
  put(into, a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t, a[2] + (b[2] - a[2]) * t);
}

/** A step without corners: 0 below `from`, 1 above `to`. */
export function smooth(from: number, to: number, x: number): number {
  const t = Math.max(0, Math.min(1, (x - from) / (to - from)));
  return t * t * (3 - 2 * t);
}
