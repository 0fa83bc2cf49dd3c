/**
 * What a piece knows of a sheet that a group fills together: how much its learner has added there. The sheet itself is a
 * document of its own (see core/page/shared), because it is everybody's.
 */
import type * as Y from 'yjs';

export interface SharedAnswer {
  /** Things that the learner has added, at least 1. */
  added: number;
}

const SHARED = 'shared:';
/** More than this nobody adds to one sheet. */
const MOST = 100_000;

const sharedMap = (doc: Y.Doc, part: string): Y.Map<unknown> => doc.getMap(SHARED + part);

/** How much was added for a part; 0 for nothing, and for what is no number. */
export function addedIn(doc: Y.Doc, part: string): number {
  const added = sharedMap(doc, part).get('added');
  return typeof added === 'number' && Number.isInteger(added) && added > 0 && added <= MOST ? added : 0;
}

/** All parts for which something was added. */
export function sharedIn(doc: Y.Doc): Map<string, SharedAnswer> {
  const parts = [...doc.share.keys()]
    .filter((name) => name.startsWith(SHARED))
    .map((name) => name.slice(SHARED.length));
  const answers = parts.sort().map((part) => [part, { added: addedIn(doc, part) }] as const);
  return new Map(answers.filter(([, { added }]) => added > 0));
}

/** Notes in a piece how much its learner has added. */
export function noteAdded(doc: Y.Doc, part: string, added: number): void {
  if (addedIn(doc, part) !== added) sharedMap(doc, part).set('added', added);
}
