import { readPages, type PagePlan } from '@lippet/core/page/document';
import type { PartView } from '@lippet/core/parts/part';
import { answerWords, partsWithWords, tickedParts } from '@lippet/core/words/answers';
import { chosenTake, readTakes, type Take } from '@lippet/core/recording/take';
import { useMemo, useState } from 'react';
import type * as Y from 'yjs';

export interface PartShown {
  /** The parts that there is something of. */
  parts: PartView[];
  part: PartView | undefined;
  /** The page in hand, and the pages of its part; a part may be a recording alone. */
  page: PagePlan | undefined;
  inPart: PagePlan[];
  take: Take | null;
  /** Whether there are words, or a tick, in the part. */
  plain: boolean;
  choosePart: (id: string) => void;
  choosePage: (id: string) => void;
}

/** What of a frozen go is looked at: a part, one of its pages, its recording. */
export function usePartView(doc: Y.Doc | null, parts: readonly PartView[]): PartShown {
  const [partId, setPartId] = useState<string | null>(null);
  const [pageId, setPageId] = useState<string | null>(null);
  const pages = useMemo(() => (doc ? readPages(doc) : []), [doc]);
  const takes = useMemo(
    () => new Map(doc ? parts.map(({ id }) => [id, chosenTake(readTakes(doc, id))]) : []),
    [doc, parts],
  );
  const plain = useMemo(
    () =>
      new Set(
        doc ? [...partsWithWords(doc).filter((id) => answerWords(doc, id).trim() !== ''), ...tickedParts(doc)] : [],
      ),
    [doc],
  );
  const shown = parts.filter(({ id }) => pages.some((page) => page.part === id) || takes.get(id) || plain.has(id));
  const part = shown.find(({ id }) => id === partId) ?? shown[0];
  const inPart = pages.filter((page) => page.part === part?.id);
  return {
    parts: shown,
    part,
    inPart,
    page: inPart.find(({ id }) => id === pageId) ?? inPart[0],
    take: (part && takes.get(part.id)) ?? null,
    plain: part !== undefined && plain.has(part.id),
    choosePart(id) {
      setPartId(id);
      setPageId(null);
    },
    choosePage: setPageId,
  };
}
