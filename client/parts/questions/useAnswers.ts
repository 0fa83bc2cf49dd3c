import { answersOf, watchAnswers } from '@lippet/core/parts/questions/givenAnswers';
import { useEffect, useState } from 'react';
import type * as Y from 'yjs';

/** Answers of a part as they are being made, by the question's id. */
export function useAnswers(doc: Y.Doc, part: string): Map<string, unknown> {
  const [answers, setAnswers] = useState(() => answersOf(doc, part));
  useEffect(() => {
    const read = (): void => setAnswers(answersOf(doc, part));
    read();
    return watchAnswers(doc, part, read);
  }, [doc, part]);
  return answers;
}
