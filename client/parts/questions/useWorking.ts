import { typeWorking, watchAnswers, workingOf } from '@lippet/core/parts/questions/givenAnswers';
import { useEffect, useState } from 'react';
import type * as Y from 'yjs';

/** Working that is typed beside an answer, and the way to type it. */
export function useWorking(doc: Y.Doc, part: string, question: string): [string, (typed: string) => void] {
  const [working, setWorking] = useState(() => workingOf(doc, part, question));
  useEffect(() => {
    const read = (): void => setWorking(workingOf(doc, part, question));
    read();
    return watchAnswers(doc, part, read);
  }, [doc, part, question]);
  return [working, (typed) => typeWorking(doc, part, question, typed)];
}
