import type { Shuffle } from './questionKind';

/**
 * Even random numbers from a seed: the same seed gives the same ones, on every device. The generator is mulberry32 of
 * T. Ettinger; the seed is made of a text by FNV-1a (Fowler, Noll and Vo), so that neighbouring texts give numbers that
 * have nothing to do with each other.
 *
 * @returns from 0 to below 1
 */
export function randomFrom(seed: string): () => number {
  let state = 0x811c9dc5;
  for (let index = 0; index < seed.length; index++) state = Math.imul(state ^ seed.charCodeAt(index), 0x01000193);
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/**
 * Puts lists in an order that the seed decides, each order as likely as any other (Fisher and Yates). It begins from the
 * ids in their own order, so that how a list was written tells nothing.
 */
export const shuffleBy =
  (seed: string): Shuffle =>
  (list) => {
    const random = randomFrom(seed);
    const shuffled = [...list].sort((one, other) => (one.id < other.id ? -1 : Number(one.id > other.id)));
    for (let last = shuffled.length - 1; last > 0; last--) {
      const other = Math.floor(random() * (last + 1));
      [shuffled[last], shuffled[other]] = [shuffled[other]!, shuffled[last]!];
    }
    return shuffled;
  };
