/**
 * A large update in pieces, for a line that takes messages only up to a certain size. The form of an update is that of
 * Yjs, version 1: the clients that wrote, of each its items from a clock on, and what was deleted.
 */
import * as encoding from 'lib0/encoding';
import * as Y from 'yjs';

type Decoded = ReturnType<typeof Y.decodeUpdate>;
type Struct = Decoded['structs'][number];
type Deletions = Decoded['ds'];

const NO_DELETIONS: Deletions = Y.createDeleteSet();

function bytesOf(struct: Struct): number {
  const encoder = new Y.UpdateEncoderV1();
  struct.write(encoder, 0);
  return encoding.length(encoder.restEncoder);
}

function writeDeletions(encoder: Y.UpdateEncoderV1, { clients }: Deletions): void {
  encoding.writeVarUint(encoder.restEncoder, clients.size);
  for (const [client, ranges] of clients) {
    encoder.resetDsCurVal();
    encoding.writeVarUint(encoder.restEncoder, client);
    encoding.writeVarUint(encoder.restEncoder, ranges.length);
    for (const { clock, len } of ranges) {
      encoder.writeDsClock(clock);
      encoder.writeDsLen(len);
    }
  }
}

/** An update of neighbouring items of one client, or of deletions alone. */
function updateOf(structs: readonly Struct[], deletions = NO_DELETIONS): Uint8Array {
  const encoder = new Y.UpdateEncoderV1();
  const [first] = structs;
  encoding.writeVarUint(encoder.restEncoder, first ? 1 : 0);
  if (first) {
    encoding.writeVarUint(encoder.restEncoder, structs.length);
    encoder.writeClient(first.id.client);
    encoding.writeVarUint(encoder.restEncoder, first.id.clock);
    for (const struct of structs) struct.write(encoder, 0);
  }
  writeDeletions(encoder, deletions);
  return encoder.toUint8Array();
}

/**
 * Updates that come to the same as a large one, each of about `most` bytes at the most; a single thing that is larger
 * is a piece of its own. They can be applied in this order; what one of them waits for is in a later one.
 *
 * @returns the update itself where it is no larger than that
 */
export function splitUpdate(update: Uint8Array, most: number): Uint8Array[] {
  if (update.length <= most) return [update];
  const { structs, ds } = Y.decodeUpdate(update);
  const pieces: Uint8Array[] = [];
  let piece: Struct[] = [];
  let bytes = 0;
  const close = (): void => {
    if (piece.length > 0) pieces.push(updateOf(piece));
    [piece, bytes] = [[], 0];
  };
  for (const struct of structs) {
    const size = bytesOf(struct);
    if (piece.length > 0 && (struct.id.client !== piece[0]!.id.client || bytes + size > most)) close();
    piece.push(struct);
    bytes += size;
  }
  close();
  if (ds.clients.size > 0) pieces.push(updateOf([], ds));
  return pieces;
}
