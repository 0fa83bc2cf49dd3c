/** Whose work a change of a shared document touches, whatever a device says. */
import fc from 'fast-check';
import * as Y from 'yjs';
import { putItem, type ItemMap } from '../item';
import { layerName, layerOfPerson } from './sharedLayers';
import { devicesOf, touchedBy } from './touchedBy';

const PAGE = 'part.1';
const [WREN, MILO] = ['11111111-1111-4111-8111-111111111111', '22222222-2222-4222-8222-222222222222'];
const nameOf = (person: string): string => layerName({ person, page: PAGE });
const itemsOf = (doc: Y.Doc, person: string) => layerOfPerson(doc, { person, page: PAGE });
const words = (text: string) => ({ kind: 'text', text, order: 'a0', at: 1 });

/** A school's copy, with something of each of the two. */
function school(): Y.Doc {
  const doc = new Y.Doc();
  for (const person of [WREN, MILO]) {
    const device = copyOf(doc);
    Y.applyUpdate(
      doc,
      changeOn(device, () => putItem(itemsOf(device, person), `${person}.1`, words('mine'))),
    );
  }
  return doc;
}

function copyOf(doc: Y.Doc): Y.Doc {
  const copy = new Y.Doc();
  Y.applyUpdate(copy, Y.encodeStateAsUpdate(doc));
  return copy;
}

/** What a device says of what it did. */
function changeOn(device: Y.Doc, change: () => void): Uint8Array {
  const before = Y.encodeStateVector(device);
  let made: Uint8Array | null = null;
  device.once('update', (update: Uint8Array) => (made = update));
  device.transact(change);
  return made ?? Y.encodeStateAsUpdate(device, before);
}

it('something new lies in the layer of whoever it is made for', () => {
  const doc = school();
  const device = copyOf(doc);
  const update = changeOn(device, () => putItem(itemsOf(device, WREN), 'new', words('boat')));
  expect(touchedBy(doc, update)).toEqual({
    names: new Set([nameOf(WREN)]),
    clients: new Set([device.clientID]),
    unknown: false,
  });
});

it.each([
  ['changes', (items: Y.Map<ItemMap>) => items.get(`${MILO}.1`)!.set('text', 'wiped')],
  ['puts another in its place', (items: Y.Map<ItemMap>) => putItem(items, `${MILO}.1`, words('wiped'))],
  ['takes away', (items: Y.Map<ItemMap>) => items.delete(`${MILO}.1`)],
  ['takes a field from', (items: Y.Map<ItemMap>) => items.get(`${MILO}.1`)!.delete('text')],
  ['takes all from', (items: Y.Map<ItemMap>) => items.clear()],
])('a device that %s what is of somebody else touches theirs', (_word, harm) => {
  const doc = school();
  const device = copyOf(doc);
  const update = changeOn(device, () => harm(itemsOf(device, MILO)));
  expect([...touchedBy(doc, update).names]).toEqual([nameOf(MILO)]);
});

it('something put into a list, or into a place of another name, touches that place', () => {
  const doc = school();
  const device = copyOf(doc);
  const update = changeOn(device, () => {
    device.getArray('pages').push([1]);
    device.getText('words').insert(0, 'x');
  });
  expect(touchedBy(doc, update).names).toEqual(new Set(['pages', 'words']));
});

it('what hangs on something that is not there is unknown', () => {
  const doc = school();
  const device = copyOf(doc);
  changeOn(device, () => putItem(itemsOf(device, WREN), 'first', words('kept back')));
  const update = changeOn(device, () => itemsOf(device, WREN).get('first')!.set('text', 'later'));
  expect(touchedBy(doc, update).unknown).toBe(true);
});

it('what would take away somebody’s next stroke is told by their device', () => {
  const doc = school();
  const milos = copyOf(doc);
  const first = changeOn(milos, () => putItem(itemsOf(milos, MILO), 'a', words('a')));
  Y.applyUpdate(doc, first);
  // The liar knows Milo's device by name and says beforehand what of it is to go.
  const copy = copyOf(milos);
  Y.applyUpdate(
    copy,
    changeOn(milos, () => putItem(itemsOf(milos, MILO), 'b', words('b'))),
  );
  const lie = changeOn(copy, () => itemsOf(copy, MILO).delete('b'));
  expect(touchedBy(doc, lie).clients).toContain(milos.clientID);
});

it('a device that speaks in the name of another is told by that name', () => {
  const doc = school();
  const milos = copyOf(doc);
  Y.applyUpdate(
    doc,
    changeOn(milos, () => putItem(itemsOf(milos, MILO), 'a', words('a'))),
  );
  const liar = copyOf(doc);
  liar.clientID = milos.clientID;
  const lie = changeOn(liar, () => putItem(itemsOf(liar, WREN), 'x', words('x')));
  expect(touchedBy(doc, lie).clients).toEqual(new Set([milos.clientID]));
  expect(devicesOf(doc).get(milos.clientID)).toBe(nameOf(MILO));
});

it('saying all again, with what was taken away long ago, touches nothing of others', () => {
  const doc = school();
  const milos = copyOf(doc);
  Y.applyUpdate(
    doc,
    changeOn(milos, () => itemsOf(milos, MILO).delete(`${MILO}.1`)),
  );
  const device = copyOf(doc);
  const own = changeOn(device, () => putItem(itemsOf(device, WREN), 'late', words('late')));
  const all = Y.encodeStateAsUpdate(device);
  expect(touchedBy(doc, all)).toEqual(touchedBy(doc, own));
});

it('a change of what the teacher has taken away meanwhile touches nothing', () => {
  const doc = school();
  const device = copyOf(doc);
  const teachers = copyOf(doc);
  const late = changeOn(device, () => itemsOf(device, WREN).get(`${WREN}.1`)!.set('text', 'moved'));
  Y.applyUpdate(
    doc,
    changeOn(teachers, () => itemsOf(teachers, WREN).delete(`${WREN}.1`)),
  );
  expect(touchedBy(doc, late)).toMatchObject({ names: new Set(), unknown: false });
});

it('bytes that are no update are refused', () => {
  expect(() => touchedBy(school(), new Uint8Array([9, 9, 9, 9]))).toThrow();
});

/** One thing that a device does, honest or not. */
interface Deed {
  /** In whose layer, or in no layer. */
  where: string;
  key: string;
  deed: 'put' | 'change' | 'delete' | 'nest' | 'list';
}

const deeds = fc.array(
  fc.record<Deed>({
    where: fc.constantFrom(nameOf(WREN), nameOf(MILO), 'pages', '__proto__'),
    key: fc.constantFrom(`${WREN}.1`, `${MILO}.1`, 'a', 'constructor'),
    deed: fc.constantFrom('put', 'change', 'delete', 'nest', 'list'),
  }),
  { minLength: 1, maxLength: 12 },
);

function act(doc: Y.Doc, { where, key, deed }: Deed): void {
  const map = doc.getMap<ItemMap>(where);
  const item = map.get(key);
  if (deed === 'put') putItem(map, key, words(key));
  else if (deed === 'delete') map.delete(key);
  else if (!(item instanceof Y.Map)) putItem(map, key, words('new'));
  else if (deed === 'change') item.set('text', 'changed');
  else if (deed === 'nest') item.set('deeper', new Y.Map([['deepest', 1]]));
  else item.set('list', Y.Array.from([1, 2, 3]));
}

/** Names of the top-level types in which applying an update changes anything. */
function changedBy(doc: Y.Doc, update: Uint8Array): Set<string> {
  const changed = new Set<string>();
  const copy = copyOf(doc);
  copy.on('afterTransaction', (transaction: Y.Transaction) => {
    for (let type of transaction.changed.keys() as Iterable<Y.AbstractType<unknown>>) {
      while (type.parent) type = type.parent;
      changed.add(Y.findRootTypeKey(type));
    }
  });
  Y.applyUpdate(copy, update);
  return changed;
}

it('tells of everything that a change changes, whatever a device does', () => {
  fc.assert(
    fc.property(deeds, deeds, fc.boolean(), (before, mine, inOne) => {
      const doc = school();
      for (const deed of before) act(doc, deed);
      const device = copyOf(doc);
      const known = Y.encodeStateVector(device);
      if (inOne) device.transact(() => mine.forEach((deed) => act(device, deed)));
      else for (const deed of mine) act(device, deed);
      const update = Y.encodeStateAsUpdate(device, known);
      const touched = touchedBy(doc, update);
      expect(touched.unknown).toBe(false);
      for (const name of changedBy(doc, update)) expect(touched.names).toContain(name);
    }),
    { numRuns: 300 },
  );
});

it('chance bytes are refused or read, and never break anything', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 200 }), (bytes) => {
      const doc = school();
      try {
        touchedBy(doc, bytes);
      } catch (error) {
        // What decodes text throws errors of another realm than the test's, so "instanceof" can't tell.
        expect((error as Error).name).toMatch(/Error$/);
      }
      expect(itemsOf(doc, MILO).size).toBe(1);
    }),
    { numRuns: 300, examples: [[Uint8Array.from([1, 1, 0, 0, 4, 0, 0, 0, 1, 128])]] },
  );
});
