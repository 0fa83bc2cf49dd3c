import type { SharedView } from '@lippet/core/contract/shared';
import type { Items } from '@lippet/core/page/item';
import { countAdded, layerOfPerson, readLayerName } from '@lippet/core/page/shared/sharedLayers';
import { startTransition, useCallback, useEffect, useMemo, useState } from 'react';
import type * as Y from 'yjs';
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
  /** Whose each layer is, back to front. */
  const owners = useMemo(
    () => [...makers.split(' ').filter((person) => person !== '' && person !== acting), acting],
    [makers, acting],
  );
  const here = useSaveState(live, ({ people }) => people);
  const told = useSaveState(live, ({ talked }) => talked);
  return { live, doc, frozen, editor, counts, owners, here, told };
}

export type SharedSheet = ReturnType<typeof useSharedSheet>;
