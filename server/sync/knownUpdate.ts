import { OutgoingMessage } from '@hocuspocus/server';
import * as Y from 'yjs';

/**
 * Whether a document holds all that an update says.
 *
 * @throws what lib0 throws on bytes that are no update
 */
export function isKnown(document: Y.Doc, update: Uint8Array): boolean {
  // Counts are compared first: of nearly every stroke they tell that it is new.
  for (const [device, end] of Y.parseUpdateMeta(update).to) if (Y.getState(document.store, device) < end) return false;
  return Y.snapshotContainsUpdate(Y.snapshot(document), update);
}

/** The message that tells a device that what it sent last is at school. */
export const acknowledgement = (documentName: string): Uint8Array =>
  new OutgoingMessage(documentName).writeSyncStatus(true).toUint8Array();
