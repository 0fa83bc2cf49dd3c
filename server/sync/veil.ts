import * as decoding from 'lib0/decoding';
import * as encoding from 'lib0/encoding';
import { messageYjsSyncStep2, messageYjsUpdate } from 'y-protocols/sync';
import * as Y from 'yjs';

/** What keeps from somebody what others made in a document. */
export interface Veil {
  /** Whose own work they are shown all the same. */
  person: string;
  /** Whether the rest is kept from them, as the document is now. */
  hides(document: Y.Doc): boolean;
}

/** Message types of the sync protocol that can carry a document update. */
const SYNC = 0;
const SYNC_REPLY = 4;

/** A message of the sync protocol that carries an update. */
export interface CarriedUpdate {
  documentName: string;
  type: typeof SYNC | typeof SYNC_REPLY;
  step: typeof messageYjsSyncStep2 | typeof messageYjsUpdate;
  update: Uint8Array;
}

/** The name of the document that a message is about. */
const documentNameIn = (message: Uint8Array): string => decoding.readVarString(decoding.createDecoder(message));

/** The update inside a sync message, or null if the message carries none. */
export function updateIn(message: Uint8Array): CarriedUpdate | null {
  const decoder = decoding.createDecoder(message);
  const documentName = decoding.readVarString(decoder);
  const type = decoding.readVarUint(decoder);
  if (type !== SYNC && type !== SYNC_REPLY) return null;
  const step = decoding.readVarUint(decoder);
  if (step !== messageYjsSyncStep2 && step !== messageYjsUpdate) return null;
  return { documentName, type, step, update: decoding.readVarUint8Array(decoder) };
}

/** The message that carries an update; the inverse of `updateIn`. */
function messageWith({ documentName, type, step, update }: CarriedUpdate): Uint8Array {
  return encoding.encode((encoder) => {
    encoding.writeVarString(encoder, documentName);
    encoding.writeVarUint(encoder, type);
    encoding.writeVarUint(encoder, step);
    encoding.writeVarUint8Array(encoder, update);
  });
}

/** An update that holds nothing: no structs and no deletions. */
export const isEmptyUpdate = (update: Uint8Array): boolean => update.length <= 2;

/** A message that brings all that a document holds. */
export const wholeOf = (documentName: string, document: Y.Doc): Uint8Array =>
  messageWith({ documentName, type: SYNC, step: messageYjsUpdate, update: Y.encodeStateAsUpdate(document) });

/**
 * An update with only what was made on these devices. What was taken away stays in it: that names things by number, and
 * says nothing of what they were.
 */
export function onlyOf(devices: ReadonlySet<number>, update: Uint8Array): Uint8Array {
  const known = new Map([...Y.parseUpdateMeta(update).to].filter(([device]) => !devices.has(device)));
  return known.size > 0 ? Y.diffUpdate(update, Y.encodeStateVector(known)) : update;
}

/** What is known of open documents. */
interface OpenDocuments {
  find(name: string): Y.Doc | undefined;
  /** On which devices somebody has made something in it. */
  devicesOf(document: Y.Doc, person: string): ReadonlySet<number>;
}

/** What is kept from the person at the other end of a line, document by document. */
export class LineVeils {
  private readonly veils = new Map<string, { veil: Veil; keptBack: boolean }>();

  constructor(private readonly documents: OpenDocuments) {}

  /**
   * Says anew what is kept from them of a document.
   * @returns whether something was, and nothing is any more: then they lack it
   */
  set(name: string, veil: Veil | undefined): boolean {
    const before = this.veils.get(name);
    if (veil) this.veils.set(name, { veil, keptBack: before?.keptBack ?? false });
    else this.veils.delete(name);
    return !veil && (before?.keptBack ?? false);
  }

  /** What they may be sent in place of a message; null for nothing. All of a document comes once it is not kept back. */
  shown(message: Uint8Array): Uint8Array | null {
    if (this.veils.size === 0) return message;
    const name = documentNameIn(message);
    const covered = this.veils.get(name);
    const carried = covered ? updateIn(message) : null;
    if (!covered || !carried) return message;
    const document = this.documents.find(name);
    if (document && !covered.veil.hides(document)) {
      this.veils.delete(name);
      return covered.keptBack ? messageWith({ ...carried, update: Y.encodeStateAsUpdate(document) }) : message;
    }
    covered.keptBack = true;
    const devices = document ? this.documents.devicesOf(document, covered.veil.person) : new Set<number>();
    const update = onlyOf(devices, carried.update);
    // A first answer is waited for, also where there is nothing in it.
    const isAwaited = carried.step === messageYjsSyncStep2;
    return isAwaited || !isEmptyUpdate(update) ? messageWith({ ...carried, update }) : null;
  }
}
