import * as Y from 'yjs';

/** What a change of a shared document touches. */
export interface Touched {
  /** Names of the top-level types in which something is made, changed or taken away. */
  names: Set<string>;
  /** Names of the devices that it says it was made on. */
  clients: Set<number>;
  /** It hangs on something, or takes something away, that is not there: nobody can tell whose that will be. */
  unknown: boolean;
}

type Struct = Y.Item | Y.GC | Y.Skip;

/** What is there once an update would be: its own items, and those of the document. */
class Around {
  private readonly coming = new Map<number, Y.Item[]>();
  private readonly found = new Map<Y.Item, string | null>();

  constructor(
    private readonly doc: Y.Doc,
    structs: readonly Struct[],
  ) {
    for (const struct of structs) {
      if (!(struct instanceof Y.Item)) continue;
      const before = this.coming.get(struct.id.client) ?? [];
      before.push(struct);
      this.coming.set(struct.id.client, before);
    }
  }

  /**
   * The name of the top-level type in which an item lies; an empty one where what it lay in was taken away, which makes
   * nothing of it; null where that is not there.
   */
  nameOf(start: Y.Item): string | null {
    const way: Y.Item[] = [];
    let [here, name]: [Y.Item | null, string | null] = [start, null];
    while (here) {
      const known = this.found.get(here);
      if (known !== undefined) {
        name = known;
        break;
      }
      // Round in a circle lies nothing.
      this.found.set(here, null);
      way.push(here);
      const next: Y.Item | string | null = this.onwards(here);
      if (typeof next === 'string' || next === null) {
        name = next;
        break;
      }
      here = next;
    }
    for (const passed of way) this.found.set(passed, name);
    return name;
  }

  /** What an item lies in, or beside; or the name of what that lies in. */
  private onwards({ parent, origin, rightOrigin }: Y.Item): Y.Item | string | null {
    // As it is read of an update, a top-level parent is its name.
    if (typeof (parent as unknown) === 'string') return parent as unknown as string;
    if (parent instanceof Y.ID) return this.find(parent);
    if (parent instanceof Y.AbstractType) return parent._item ?? Y.findRootTypeKey(parent);
    const beside = origin ?? rightOrigin;
    return beside ? this.find(beside) : null;
  }

  private find({ client, clock }: Y.ID): Y.Item | string | null {
    if (clock < Y.getState(this.doc.store, client)) {
      const there = Y.getItem(this.doc.store, Y.createID(client, clock)) as Y.Item | Y.GC;
      return there instanceof Y.Item ? there : '';
    }
    return holding(this.coming.get(client) ?? [], clock);
  }
}

/** The item in which a clock lies, of those of one device in their order; null where none does. */
function holding(items: readonly Y.Item[], clock: number): Y.Item | null {
  let [low, high] = [0, items.length - 1];
  while (low <= high) {
    const middle = (low + high) >> 1;
    const { id, length } = items[middle]!;
    if (clock < id.clock) high = middle - 1;
    else if (clock >= id.clock + length) low = middle + 1;
    else return items[middle]!;
  }
  return null;
}

/** Items of a document that an update would take away, and that are still there. */
function* takenAway(doc: Y.Doc, deletions: ReadonlyMap<number, readonly { clock: number; len: number }[]>) {
  for (const [client, ranges] of deletions) {
    const structs = doc.store.clients.get(client) ?? [];
    const end = Y.getState(doc.store, client);
    for (const { clock, len } of ranges) {
      if (clock >= end || len <= 0) continue;
      for (let i = Y.findIndexSS(structs, clock); i < structs.length; i++) {
        const struct = structs[i]!;
        if (struct.id.clock >= clock + len) break;
        if (struct instanceof Y.Item && !struct.deleted) yield struct;
      }
    }
  }
}

/**
 * Looks at an update of a shared document before it is taken: a device can say anything.
 *
 * What is told again and again (what was taken away long ago) touches nothing.
 *
 * @throws what lib0 throws on bytes that are no update
 */
export function touchedBy(doc: Y.Doc, update: Uint8Array): Touched {
  const { structs, ds } = Y.decodeUpdate(update);
  const around = new Around(doc, structs as Struct[]);
  const touched: Touched = { names: new Set(), clients: new Set(), unknown: false };
  const add = (item: Y.Item): void => {
    const name = around.nameOf(item);
    if (name === null) touched.unknown = true;
    else if (name !== '') touched.names.add(name);
  };
  for (const struct of structs as Struct[]) {
    const { client, clock } = struct.id;
    if (struct instanceof Y.Skip) {
      touched.unknown = true;
      continue;
    }
    if (clock + struct.length <= Y.getState(doc.store, client)) continue;
    touched.clients.add(client);
    if (struct instanceof Y.Item) add(struct);
  }
  for (const item of takenAway(doc, ds.clients)) add(item);
  for (const [client, ranges] of ds.clients) {
    const there = Y.getState(doc.store, client);
    // Of what is to come only what comes with it can be taken away: all else would be somebody's next stroke.
    if (ranges.some(({ clock, len }) => clock + len > there)) touched.clients.add(client);
  }
  return touched;
}

/** On which device each was at work, as far as a document tells: of each device the layer in which it made something. */
export function devicesOf(doc: Y.Doc): Map<number, string> {
  const around = new Around(doc, []);
  const devices = new Map<number, string>();
  for (const [client, structs] of doc.store.clients) {
    for (const struct of structs) {
      const name = struct instanceof Y.Item ? around.nameOf(struct) : null;
      if (!name) continue;
      devices.set(client, name);
      break;
    }
  }
  return devices;
}
