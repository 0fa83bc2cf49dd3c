import { LIMITS } from '@lippet/core/contract/limits';
import { readLayerName } from '@lippet/core/page/shared/sharedLayers';
import { devicesOf, touchedBy } from '@lippet/core/page/shared/touchedBy';
import type * as Y from 'yjs';

/** Who makes a change in a document that belongs to several. */
export interface Maker {
  /** The person; null for whoever leads, and may speak for all. */
  id: string | null;
  /** Whether they may change what lies below this top-level name. */
  mayChange(name: string): boolean;
}

/** What comes of a change: why it is not taken, or the devices that it was made on. */
export type Judged = { refused: 'not-yours' | 'no-room' } | { refused?: undefined; devices: ReadonlySet<number> };

/**
 * Looks at each change of a document that several people write: it may touch only what its maker may change. A device
 * has a number in Yjs, and speaks for one person: otherwise somebody could say a stroke in another's name before them,
 * and the real one would be taken for known and dropped.
 */
export class ChangeGuard {
  private readonly makers = new WeakMap<Y.Doc, Map<number, string>>();
  /** Bytes that each has added since a document was opened. */
  private readonly added = new WeakMap<Y.Doc, Map<string, number>>();

  /**
   * Looks at a change before it is kept.
   * @throws what lib0 throws on bytes that are no update
   */
  judge(document: Y.Doc, update: Uint8Array, maker: Maker): Judged {
    const { names, clients, unknown } = touchedBy(document, update);
    if (unknown || [...names].some((name) => !maker.mayChange(name))) return { refused: 'not-yours' };
    const { id } = maker;
    if (id === null) return { devices: clients };
    const known = this.makersOf(document);
    if ([...clients].some((client) => (known.get(client) ?? id) !== id)) return { refused: 'not-yours' };
    // One alone can't fill what belongs to all.
    const added = (this.added.get(document)?.get(id) ?? 0) + update.length;
    return added > LIMITS.sharedByOne ? { refused: 'no-room' } : { devices: clients };
  }

  /** Remembers on which devices somebody is at work, and how much they added, once their change was kept. */
  kept(document: Y.Doc, { devices, bytes }: { devices: ReadonlySet<number>; bytes: number }, { id }: Maker): void {
    if (id === null) return;
    const added = this.added.get(document) ?? new Map<string, number>();
    added.set(id, (added.get(id) ?? 0) + bytes);
    this.added.set(document, added);
    const known = this.makersOf(document);
    for (const device of devices) known.set(device, id);
  }

  /** On which devices somebody is or was at work in a document. */
  devicesOf(document: Y.Doc, person: string): ReadonlySet<number> {
    return new Set([...this.makersOf(document)].flatMap(([device, maker]) => (maker === person ? [device] : [])));
  }

  private makersOf(document: Y.Doc): Map<number, string> {
    const known = this.makers.get(document) ?? readMakers(document);
    this.makers.set(document, known);
    return known;
  }
}

function readMakers(document: Y.Doc): Map<number, string> {
  const makers = new Map<number, string>();
  for (const [client, name] of devicesOf(document)) {
    const layer = readLayerName(name);
    if (layer) makers.set(client, layer.person);
  }
  return makers;
}
