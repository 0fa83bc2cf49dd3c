import { itemBounds } from '@lippet/core/page/geometry';
import { readItem, type ItemMap } from '@lippet/core/page/item';
import { readLayerName } from '@lippet/core/page/shared/sharedLayers';
import { startTransition, useEffect, useState } from 'react';
import * as Y from 'yjs';

/** Where somebody has made something a moment ago. */
export interface AtWork {
  person: string;
  page: string;
  /** In points of the page. */
  x: number;
  y: number;
  /** When it came here, in milliseconds. */
  seen: number;
}

/** Where more than so many are at work, the last of them are shown: the sheet is what matters. */
const MOST_SHOWN = 8;
/** So long it is shown where somebody was at work last, and so often that is looked at, in milliseconds. */
const SHOWN_FOR = 20_000;
const PACE = 1_000;

/** What a change of the document tells of where others are at work. */
function placesIn({ changed }: Y.Transaction, seen: number): AtWork[] {
  const found: AtWork[] = [];
  for (const [type, keys] of changed) {
    if (type.parent !== null || type.doc === null) continue;
    const layer = readLayerName(Y.findRootTypeKey(type as unknown as Y.AbstractType<Y.YEvent<never>>));
    const id = [...keys].at(-1);
    if (!layer || typeof id !== 'string') continue;
    const item = readItem(id, (type as unknown as Y.Map<ItemMap>).get(id));
    if (!item) continue;
    const { right, top } = itemBounds(item);
    found.push({ ...layer, x: right, y: top, seen });
  }
  return found;
}

/** Where others are at work, calmly: the last place of each, looked at now and then, forgotten after a while. */
export function useAtWork(doc: Y.Doc | null, me: string): readonly AtWork[] {
  const [shown, setShown] = useState<readonly AtWork[]>([]);
  useEffect(() => {
    if (!doc) return undefined;
    const places = new Map<string, AtWork>();
    const onChange = (transaction: Y.Transaction): void => {
      if (transaction.local) return;
      for (const place of placesIn(transaction, Date.now())) if (place.person !== me) places.set(place.person, place);
    };
    let last = '';
    const timer = setInterval(() => {
      for (const [person, { seen }] of places) if (Date.now() - seen > SHOWN_FOR) places.delete(person);
      const now = [...places.values()].sort((one, other) => other.seen - one.seen).slice(0, MOST_SHOWN);
      const words = now.map(({ person, seen }) => `${person} ${seen}`).join();
      if (words !== last) startTransition(() => setShown(now));
      last = words;
    }, PACE);
    doc.on('afterTransaction', onChange);
    return () => {
      clearInterval(timer);
      doc.off('afterTransaction', onChange);
    };
  }, [doc, me]);
  return shown;
}
