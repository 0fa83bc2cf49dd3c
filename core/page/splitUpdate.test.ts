import fc from 'fast-check';
import * as Y from 'yjs';
import { splitUpdate } from './splitUpdate';

const bytes = (length: number, seed: number): Uint8Array =>
  Uint8Array.from({ length }, (_, i) => (i * 31 + seed) % 251);

/** Two devices that write into each other's lists, and delete some of it. */
function written(entries: readonly number[]): Y.Doc {
  const [one, other] = [new Y.Doc(), new Y.Doc()];
  entries.forEach((entry, i) => {
    const doc = i % 3 === 0 ? other : one;
    const list = doc.getArray<Y.Map<unknown>>('pages');
    const map = new Y.Map<unknown>();
    list.insert(entry % (list.length + 1), [map]);
    map.set('points', bytes(1 + (entry % 700), entry));
    if (entry % 5 === 0) list.delete(entry % list.length, 1);
    if (entry % 4 === 0) {
      Y.applyUpdate(one, Y.encodeStateAsUpdate(other));
      Y.applyUpdate(other, Y.encodeStateAsUpdate(one));
    }
  });
  Y.applyUpdate(one, Y.encodeStateAsUpdate(other));
  return one;
}

const SHOWN = (doc: Y.Doc): unknown => doc.getArray('pages').toJSON();

describe('an update in pieces', () => {
  it('comes to the same as the whole, in whatever order the pieces come', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat(10_000), { minLength: 1, maxLength: 60 }),
        fc.integer({ min: 40, max: 4_000 }),
        fc.boolean(),
        (entries, most, backwards) => {
          const doc = written(entries);
          const whole = Y.encodeStateAsUpdate(doc);
          const pieces = splitUpdate(whole, most);
          const copy = new Y.Doc();
          for (const piece of backwards ? [...pieces].reverse() : pieces) Y.applyUpdate(copy, piece);
          expect(SHOWN(copy)).toEqual(SHOWN(doc));
          expect(Y.equalSnapshots(Y.snapshot(copy), Y.snapshot(doc))).toBe(true);
        },
      ),
      { numRuns: 200 },
    );
  });

  it('holds pieces of the size that was asked for, but for what can’t be split', () => {
    const doc = written(Array.from({ length: 300 }, (_, i) => i * 7));
    const whole = Y.encodeStateAsUpdate(doc);
    const pieces = splitUpdate(whole, 2_000);
    expect(pieces.length).toBeGreaterThan(whole.length / 2_200);
    for (const piece of pieces) expect(piece.length).toBeLessThan(2_100);
  });

  it('is left as it is where it is small', () => {
    const update = Y.encodeStateAsUpdate(written([1, 2, 3]));
    expect(splitUpdate(update, 1e6)).toEqual([update]);
  });
});
