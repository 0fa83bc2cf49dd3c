import type { SharedView } from '@lippet/core/contract/shared';
import type { Items } from '@lippet/core/page/item';
import { countAdded, layerOfPerson, readLayerName } from '@lippet/core/page/shared/sharedLayers';
import { startTransition, useCallback, useEffect, useMemo, useState } from 'react';
import type * as Y from 'yjs';
import type { DocumentEditor } from '../page/document/documentEditor';
import { useEditor } from '../page/document/useEditor';
import { useLiveDocument, useSaveState } from '../page/document/useLiveDocument';

/** How soon counts are looked at anew after something of one's own, and of others, in milliseconds. */
const COUNT_PACE = { own: 100, others: 3_000 };

/** How much each has added, counted anew now and then while something changes. */
function useCounts(doc: Y.Doc | null, { pages, people }: SharedView): ReadonlyMap<string, number> {
  const [counts, setCounts] = useState<ReadonlyMap<string, number>>(new Map());
  useEffect(() => {
    if (!doc) return undefined;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const count = (): void => {
      timer = undefined;
      const counted = new Map(makersOf(doc, people).map((person) => [person, countAdded(doc, person, pages)]));
      // Sixty people are not drawn anew between two frames.
      startTransition(() => setCounts(counted));
    };
    let isSoon = false;
    const soon = (_update: Uint8Array, _origin: unknown, _doc: Y.Doc, { local }: Y.Transaction): void => {
      if (timer !== undefined && (isSoon || !local)) return;
      clearTimeout(timer);
      isSoon = local;
      timer = setTimeout(count, local ? COUNT_PACE.own : COUNT_PACE.others);
    };
    count();
    doc.on('update', soon);
    return () => {
      clearTimeout(timer);
      doc.off('update', soon);
    };
  }, [doc, pages, people]);
  return counts;
}

/** Those who fill it, then others who have made something there: a teacher, or somebody who has left. */
function makersOf(doc: Y.Doc, people: SharedView['people']): string[] {
  const made = [...doc.share.keys()].flatMap((name) => readLayerName(name)?.person ?? []);
  return [...new Set([...people.map(({ id }) => id), ...made.sort()])];
}

/** What is seen of it. */
export interface DrawnSheet {
  doc: Y.Doc | null;
  /** Makes the changes of the layer that one works in. */
  editor: DocumentEditor | null;
  /** Whose each layer is, back to front. */
  owners: readonly string[];
}

/**
 * A sheet that is filled together, open for as long as the screen is there.
 *
 * @param acting in whose layer one works: a learner in their own, a teacher in anybody's
 */
export function useSharedSheet(view: SharedView, acting: string) {
  const { live, loaded, frozen } = useLiveDocument(`shared:${view.id}`);
  const itemsOf = useCallback(
    (doc: Y.Doc, page: string): Items => layerOfPerson(doc, { person: acting, page }),
    [acting],
  );
  // A teacher works here and there: what they undo is what they did just now.
  const editor = useEditor(live, itemsOf, !view.teaches);
  const doc = loaded ? (live?.doc ?? null) : null;
  const counts = useCounts(doc, view);
  const makers = [...counts.keys()].join(' ');
  const owners = useMemo(
    () => [...makers.split(' ').filter((person) => person !== '' && person !== acting), acting],
    [makers, acting],
  );
  const here = useSaveState(live, ({ people }) => people);
  const told = useSaveState(live, ({ talked }) => talked);
  // The same as long as it says the same, so that the sheet is not drawn anew with each count.
  const drawn = useMemo((): DrawnSheet => ({ doc, editor, owners }), [doc, editor, owners]);
  return { live, frozen, drawn, counts, here, told };
}

export type SharedSheet = ReturnType<typeof useSharedSheet>;
