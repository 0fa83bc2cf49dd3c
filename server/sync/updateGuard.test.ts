import * as Y from 'yjs';
import { LIMITS } from '@lippet/core/contract/limits';
import { Allowance } from './allowance';
import { unfitUpdate } from './updateGuard';

function nested(doc: Y.Doc, depth: number, inner: Y.XmlFragment = doc.getXmlFragment('words:a')): Y.XmlFragment {
  let deepest = inner;
  for (let i = 0; i < depth; i++) {
    const next = new Y.XmlElement('bulletList');
    deepest.insert(0, [next]);
    deepest = next;
  }
  return deepest;
}

describe('an update that comes in', () => {
  it('is taken as deep as people write, in one go or bit by bit, and no deeper', () => {
    const fits = new Y.Doc();
    nested(fits, LIMITS.documentDepth - 1);
    expect(unfitUpdate(new Y.Doc(), 0, Y.encodeStateAsUpdate(fits))).toBeNull();
    const deep = new Y.Doc();
    nested(deep, LIMITS.documentDepth + 1);
    expect(unfitUpdate(new Y.Doc(), 0, Y.encodeStateAsUpdate(deep))).toBe('too-deep');
    // Half of it is there already, and the other half hangs on it.
    const before = Y.encodeStateVector(fits);
    let inner: Y.XmlFragment = fits.getXmlFragment('words:a');
    while (inner.length > 0) inner = inner.get(0) as Y.XmlElement;
    const there = new Y.Doc();
    Y.applyUpdate(there, Y.encodeStateAsUpdate(fits));
    nested(fits, 20, inner);
    expect(unfitUpdate(there, 0, Y.encodeStateAsUpdate(fits, before))).toBe('too-deep');
  });

  it('is no less deep for being said backwards, the innermost first', () => {
    const deep = new Y.Doc();
    const told: Uint8Array[] = [];
    let inner: Y.XmlFragment = deep.getXmlFragment('words:a');
    for (let i = 0; i < 4; i++) {
      const before = Y.encodeStateVector(deep);
      inner = nested(deep, LIMITS.documentDepth / 2, inner);
      told.push(Y.encodeStateAsUpdate(deep, before));
    }
    const there = new Y.Doc();
    const taken = told.reverse().map((update) => {
      const unfit = unfitUpdate(there, 0, update);
      if (!unfit) Y.applyUpdate(there, update);
      return unfit;
    });
    expect(taken).toContain('too-deep');
    let depth = 0;
    let deepest: Y.XmlFragment | undefined = there.getXmlFragment('words:a');
    while (deepest) {
      depth += 1;
      deepest = deepest.length > 0 ? (deepest.get(0) as Y.XmlElement) : undefined;
    }
    expect(depth).toBeLessThanOrEqual(LIMITS.documentDepth + 1);
  });

  it('is not taken while too much of the document waits for what never comes', () => {
    const doc = new Y.Doc();
    const told: Uint8Array[] = [];
    doc.on('update', (update: Uint8Array) => told.push(update));
    const list = doc.getArray<string>('pages');
    for (let i = 0; i < 5; i++) list.push(['x'.repeat(LIMITS.documentPending / 3)]);
    const there = new Y.Doc();
    const taken = told.slice(1).map((update) => {
      const unfit = unfitUpdate(there, 0, update);
      if (!unfit) Y.applyUpdate(there, update);
      return unfit;
    });
    expect(taken).toEqual([null, null, null, 'too-many']);
  });

  it('may be long: neighbours lie beside each other, not within', () => {
    const doc = new Y.Doc();
    const list = doc.getArray<Y.Map<unknown>>('pages');
    for (let i = 0; i < 5_000; i++) list.push([new Y.Map([['id', i]])]);
    expect(unfitUpdate(new Y.Doc(), 0, Y.encodeStateAsUpdate(doc))).toBeNull();
  });

  it('is not taken where the document would hold more than one may', () => {
    const update = Y.encodeStateAsUpdate(new Y.Doc());
    expect(unfitUpdate(new Y.Doc(), LIMITS.document, update)).toBe('too-large');
    expect(unfitUpdate(new Y.Doc(), LIMITS.document - update.length, update)).toBeNull();
  });

  it('throws on bytes that are no update', () => {
    expect(() => unfitUpdate(new Y.Doc(), 0, new Uint8Array([9, 9, 9, 255]))).toThrow();
  });
});

it('an allowance is spent and comes back with time, up to what may be saved', () => {
  let now = 0;
  const allowance = new Allowance({ perSecond: 10, atMost: 30 }, () => now);
  expect(Array.from({ length: 4 }, () => allowance.spend(10))).toEqual([true, true, true, false]);
  now = 500;
  expect([allowance.spend(5), allowance.spend(1)]).toEqual([true, false]);
  now = 1e6;
  expect([allowance.spend(31), allowance.spend(30)]).toEqual([false, true]);
});
