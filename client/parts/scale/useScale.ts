import { scaleOf, watchScale, type ScaleAnswer } from '@lippet/core/parts/scale/scaleAnswer';
import { useEffect, useState } from 'react';
import type * as Y from 'yjs';

/** What is answered for a part, as it changes. */
export function useScale(doc: Y.Doc, part: string): ScaleAnswer {
  const [answer, setAnswer] = useState(() => scaleOf(doc, part));
  useEffect(() => {
    const read = (): void => setAnswer(scaleOf(doc, part));
    read();
    return watchScale(doc, part, read);
  }, [doc, part]);
  return answer;
}
