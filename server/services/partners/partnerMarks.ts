import type * as Y from 'yjs';
import { isId } from '@lippet/core/contract/ids';
import { picturesOf } from '@lippet/core/page/picturesOf';
import { voicesOf } from '@lippet/core/recording/moments';
import type { PeerReview } from '../../models/tables';

/** Whether anything was drawn or written on the pages, or pinned to a moment. */
export const holdsMarks = (marks: Y.Doc): boolean =>
  [...marks.share.keys()].some((name) => marks.getMap(name).size > 0);

/** Recordings, pictures and PDFs that are named in what was given: what is no id of ours names nothing. */
export const filesIn = ({ told, attached }: Pick<PeerReview, 'told' | 'attached'>, marks: Y.Doc): string[] => {
  const beside = [told?.media, attached].filter((id) => id !== null && id !== undefined);
  return [...new Set([...voicesOf(marks), ...picturesOf(marks), ...beside])].filter(isId);
};
