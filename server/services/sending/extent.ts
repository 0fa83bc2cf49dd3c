import type * as Y from 'yjs';
import { ExtentError, extentHolds, holdsAll } from '@lippet/core/page/holds';
import { ProblemError } from '../../problems/problem';

export const stillArriving = (): ProblemError =>
  new ProblemError('still-arriving', 'Some of it is still on its way to school. It goes as soon as all is there.');

function insist(holds: () => boolean): void {
  try {
    if (!holds()) throw stillArriving();
  } catch (error) {
    throw error instanceof ExtentError ? new ProblemError('bad-request', error.message) : error;
  }
}

/** Refuses with `still-arriving` unless the document holds all of the Base64 extent. */
export const insistOnAll = (doc: Y.Doc, extent: string): void =>
  insist(() => holdsAll(doc, Buffer.from(extent, 'base64')));

/** The same of a document of which only its own extent is at hand. */
export const insistOnExtent = (held: Uint8Array, extent: Uint8Array): void => insist(() => extentHolds(held, extent));
