import * as Y from 'yjs';
import { LIMITS } from '@lippet/core/contract/limits';

/** Why an update is not taken. */
export type Unfit = 'too-large' | 'too-deep' | 'too-many';

/** A run of neighbours in one client's part of an update, and how deep in the document it lies. */
interface Run {
  item: Y.Item;
  depth: number | null;
}

/** The items of an update, found by any id within them. */
class UpdateItems {
  private readonly byClient = new Map<number, Run[]>();

  constructor(structs: readonly (Y.Item | Y.GC | Y.Skip)[]) {
    for (const struct of structs) {
      if (!(struct instanceof Y.Item)) continue;
      const runs = this.byClient.get(struct.id.client) ?? [];
      runs.push({ item: struct, depth: null });
      this.byClient.set(struct.id.client, runs);
    }
    for (const runs of this.byClient.values()) runs.sort((a, b) => a.item.id.clock - b.item.id.clock);
  }

  find({ client, clock }: Y.ID): Run | null {
    const runs = this.byClient.get(client) ?? [];
    let [low, high] = [0, runs.length - 1];
    while (low <= high) {
      const middle = (low + high) >> 1;
      const run = runs[middle]!;
      if (clock < run.item.id.clock) high = middle - 1;
      else if (clock >= run.item.id.clock + run.item.length) low = middle + 1;
      else return run;
    }
    return null;
  }

  *[Symbol.iterator](): Iterator<Run> {
    for (const runs of this.byClient.values()) yield* runs;
  }
}

/** How deep an item of the document lies; a list or a map at its top is 0. */
function depthInDocument(doc: Y.Doc, id: Y.ID): number {
  let depth = 0;
  try {
    let item: Y.Item | null = Y.getItem(doc.store, id) as Y.Item;
    while (item && depth <= LIMITS.documentDepth) {
      depth += 1;
      item = (item.parent as Y.AbstractType<unknown> | null)?._item ?? null;
    }
  } catch {
    // Not there yet: what hangs on it waits until it comes, and is looked at again together with that.
  }
  return depth;
}

/** What says where an item hangs: its parent, one step up, or a neighbour, beside it. */
function hangsOn({ parent, origin, rightOrigin }: Y.Item): { id: Y.ID; steps: 0 | 1 } | null {
  if (parent instanceof Y.ID) return { id: parent, steps: 1 };
  const neighbour = origin ?? rightOrigin;
  return parent === null && neighbour ? { id: neighbour, steps: 0 } : null;
}

/**
 * Whether something of an update would lie deeper in the document than is read of one. Deep trees are harmless until
 * somebody deletes them, or walks them: that goes down step by step, and ends the process where the steps run out.
 */
function isTooDeep(doc: Y.Doc, structs: readonly (Y.Item | Y.GC | Y.Skip)[]): boolean {
  const items = new UpdateItems(structs);
  for (const run of items) {
    const way: { run: Run; steps: 0 | 1 }[] = [];
    let [here, depth]: [Run | null, number] = [run, 1];
    while (here && here.depth === null) {
      const next = hangsOn(here.item);
      way.push({ run: here, steps: next?.steps ?? 1 });
      // Round in a circle: no document has that, and no step of it may be taken twice.
      here.depth = 0;
      const onwards: Run | null = next && items.find(next.id);
      if (next && !onwards) depth = depthInDocument(doc, next.id);
      if (!next) depth = 0;
      here = onwards;
    }
    if (here) depth = here.depth!;
    for (const { run: passed, steps } of way.reverse()) {
      depth += steps;
      passed.depth = depth;
      if (depth > LIMITS.documentDepth) return true;
    }
  }
  return false;
}

/** What waits in a document for things that have not come yet (Yjs keeps it in the second form of its updates). */
function pendingIn({ store }: Y.Doc): { bytes: number; structs: readonly (Y.Item | Y.GC | Y.Skip)[] } {
  const waiting = store.pendingStructs?.update ?? null;
  const bytes = (waiting?.length ?? 0) + (store.pendingDs?.length ?? 0);
  if (!waiting || bytes > LIMITS.documentPending) return { bytes, structs: [] };
  return { bytes, structs: Y.decodeUpdateV2(waiting).structs as (Y.Item | Y.GC | Y.Skip)[] };
}

/**
 * Looks at an update before it is kept: a document is input, whoever writes it.
 *
 * @param held bytes that the document's log holds already
 * @returns why it is not taken; null where it is
 * @throws what lib0 throws on bytes that are no update
 */
export function unfitUpdate(doc: Y.Doc, held: number, update: Uint8Array): Unfit | null {
  if (held + update.length > LIMITS.document) return 'too-large';
  const { structs } = Y.decodeUpdate(update);
  if (structs.length > LIMITS.updateStructs) return 'too-many';
  const pending = pendingIn(doc);
  if (pending.bytes > LIMITS.documentPending) return 'too-many';
  // With what waits for it: said backwards, a deep tree is no less deep.
  const all = [...(structs as (Y.Item | Y.GC | Y.Skip)[]), ...pending.structs];
  return isTooDeep(doc, all) ? 'too-deep' : null;
}
