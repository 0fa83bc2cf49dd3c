import * as Y from 'yjs';

/**
 * A short statement of all that a document holds: its state vector and its deletions. The state vector
 * alone does not tell of something rubbed out, so a copy could match it and still show the stroke.
 */
export function documentExtent(doc: Y.Doc): Uint8Array {
  return Y.encodeSnapshot(Y.snapshot(doc));
}

/** The bytes are not a document's extent. */
export class ExtentError extends Error {
  override name = 'ExtentError';
}

/**
 * Whether `doc` holds all of what `extent` (of another copy) tells of: every insertion and every deletion.
 *
 * @throws ExtentError if the bytes can't be read
 */
export const holdsAll = (doc: Y.Doc, extent: Uint8Array): boolean => covers(Y.snapshot(doc), extent);

/**
 * The same of a copy of which only its own extent is at hand.
 *
 * @throws ExtentError if the bytes can't be read
 */
export const extentHolds = (held: Uint8Array, extent: Uint8Array): boolean => covers(Y.decodeSnapshot(held), extent);

function covers(have: Y.Snapshot, extent: Uint8Array): boolean {
  let wanted: Y.Snapshot;
  try {
    wanted = Y.decodeSnapshot(extent);
  } catch {
    throw new ExtentError('The list of what was drawn could not be read. Load the page again and send once more.');
  }
  for (const [client, clock] of wanted.sv) {
    if ((have.sv.get(client) ?? 0) < clock) return false;
  }
  for (const [client, deletions] of wanted.ds.clients) {
    const held = have.ds.clients.get(client) ?? [];
    for (const { clock, len } of deletions) {
      const covered = held.some((range) => range.clock <= clock && clock + len <= range.clock + range.len);
      if (!covered) return false;
    }
  }
  return true;
}
