import { HocuspocusProviderWebsocket } from '@hocuspocus/provider';
import { LIMITS } from '@lippet/core/contract/limits';
import { splitUpdate } from '@lippet/core/page/splitUpdate';
import { InTurns } from './inTurns';
import * as decoding from 'lib0/decoding';
import * as encoding from 'lib0/encoding';

/** The kinds of message that carry an update of a document (y-protocols/sync, and Hocuspocus around it). */
const SYNC = 0;
const STEP_TWO = 1;
const UPDATE = 2;
/** A message has a few bytes more than the update in it, and pieces come out a little larger than asked. */
const MOST = LIMITS.syncMessage * 0.9;

/** What the library calls a message of its socket. */
type SocketMessage = Parameters<HocuspocusProviderWebsocket['onMessage']>[0];

/** Whether a message brings something that somebody else has made. */
function bringsUpdate(message: Uint8Array): boolean {
  const decoder = decoding.createDecoder(message);
  decoding.readVarString(decoder);
  return decoding.readVarUint(decoder) === SYNC && decoding.readVarUint(decoder) === UPDATE;
}

function inPieces(message: Uint8Array): Uint8Array[] {
  const decoder = decoding.createDecoder(message);
  const name = decoding.readVarString(decoder);
  const type = decoding.readVarUint(decoder);
  const step = type === SYNC ? decoding.readVarUint(decoder) : null;
  if (step !== STEP_TWO && step !== UPDATE) return [message];
  return splitUpdate(decoding.readVarUint8Array(decoder), MOST).map((update) => {
    const encoder = encoding.createEncoder();
    encoding.writeVarString(encoder, name);
    encoding.writeVarUint(encoder, SYNC);
    encoding.writeVarUint(encoder, UPDATE);
    encoding.writeVarUint8Array(encoder, update);
    return encoding.toUint8Array(encoder);
  });
}

/**
 * Drops what is written while the socket is closed: on opening, the first exchange brings all of it. What is too large
 * for one message (much that was drawn while away) goes in pieces.
 */
export class LeanSocket extends HocuspocusProviderWebsocket {
  /** Told how many messages became of one: school says of each that it is there. */
  onPieces: (count: number) => void = () => undefined;

  /** Takes what several messages bring as one change; null where each is taken as it comes. */
  takeTogether: ((take: () => void) => void) | null = null;
  private readonly waiting = new InTurns<SocketMessage>((some) =>
    this.takeTogether?.(() => some.forEach((event) => super.onMessage(event))),
  );

  override onMessage(event: SocketMessage): void {
    if (this.takeTogether && bringsUpdate(new Uint8Array(event.data as unknown as ArrayBuffer))) {
      this.waiting.add(event);
      return;
    }
    // What is said after it may be said of it.
    this.waiting.takeAll();
    super.onMessage(event);
  }

  override destroy(): void {
    this.waiting.drop();
    super.destroy();
  }

  override send(message: unknown): void {
    if (this.webSocket?.readyState !== WebSocket.OPEN) return;
    if (!(message instanceof Uint8Array) || message.length <= LIMITS.syncMessage) {
      this.webSocket.send(message as never);
      return;
    }
    const pieces = inPieces(message);
    this.onPieces(pieces.length);
    for (const piece of pieces) this.webSocket.send(piece as never);
  }
}
