import type * as Y from 'yjs';
import { holdsExtent } from '../../compute/toSend';
import { ProblemError } from '../../problems/problem';

export const stillArriving = (): ProblemError =>
  new ProblemError('still-arriving', 'Some of it is still on its way to school. It goes as soon as all is there.');

/** Refuses with `still-arriving` unless the document holds all of the Base64 extent. */
export function insistOnAll(doc: Y.Doc, extent: string): void {
  const holds = holdsExtent(doc, Buffer.from(extent, 'base64'));
  if (typeof holds === 'object') throw new ProblemError('bad-request', holds.why);
  if (!holds) throw stillArriving();
}
