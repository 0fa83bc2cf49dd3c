import type * as Y from 'yjs';
import { MARKS } from './document';
import { readItems, type ItemMap } from './item';

/** Ids of all pictures in a document of marks. */
export const picturesOf = (marks: Y.Doc): string[] =>
  [...marks.share.keys()]
    .filter((name) => name.startsWith(MARKS))
    .flatMap((name) => readItems(marks.getMap<ItemMap>(name)))
    .flatMap((item) => (item.kind === 'picture' ? [item.media] : []));
