import { givenIn, noteGiven } from '@lippet/core/parts/questions/givenAnswers';
import type { TryView } from '@lippet/core/contract/tries';
import { useEffect } from 'react';
import type * as Y from 'yjs';

/**
 * Notes in the draft what school says was given. It goes by the tries and not by the answer to one request: that may be
 * lost on its way, and without the note the piece would never be complete.
 */
export function useGivenNoted(doc: Y.Doc, part: string, tries: readonly TryView[], editable: boolean): void {
  useEffect(() => {
    if (!editable) return;
    const noted = new Set(givenIn(doc, part));
    for (const { question } of tries) {
      if (noted.has(question)) continue;
      noted.add(question);
      noteGiven(doc, part, question);
    }
  }, [doc, part, tries, editable]);
}
