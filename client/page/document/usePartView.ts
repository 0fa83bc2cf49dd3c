import { readPages, type PagePlan } from '@lippet/core/page/document';
import { isAnswered, type PartView } from '@lippet/core/parts/part';
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
  /** Whether there is an answer in the part that is no page and no recording. */
  answered: boolean;
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
  const answered = useMemo(() => new Set(doc ? parts.filter((part) => isAnswered(doc, part)) : []), [doc, parts]);
  const shown = parts.filter(
    (part) => pages.some((page) => page.part === part.id) || takes.get(part.id) || answered.has(part),
  );
  const part = shown.find(({ id }) => id === partId) ?? shown[0];
  const inPart = pages.filter((page) => page.part === part?.id);
  return {
    parts: shown,
    part,
    inPart,
    page: inPart.find(({ id }) => id === pageId) ?? inPart[0],
    take: (part && takes.get(part.id)) ?? null,
    answered: part !== undefined && answered.has(part),
    choosePart(id) {
      setPartId(id);
      setPageId(null);
    },
    choosePage: setPageId,
  };
}
