/** What is new in a go since an earlier one: by items for ink and words on pages, by words for what was written. */
import { diffWordsWithSpace } from 'diff';
import type * as Y from 'yjs';
import { pageItems, readPages, type PagePlan } from '../page/document';
import { sameFields } from '../page/edit';
import type { Fields } from '../page/item';
import { readShot } from '../page/readShot';

/** One page, as it is in two goes. */
export interface PagePair {
  /** In the earlier go; null where it is a new page. */
  before: PagePlan | null;
  /** In the later one; null where it is gone. */
  now: PagePlan | null;
}

/** Longer texts than this, in characters, are not compared word by word. */
const MOST_TEXT = 40_000;

/**
 * The pages of a part in two goes, beside each other: pages by their id; photos that were taken anew, which have
 * another, in their order.
 */
export function pairPages(before: Y.Doc, now: Y.Doc, part: string): PagePair[] {
  const [old, current] = [before, now].map((doc) => readPages(doc).filter((page) => page.part === part)) as [
    PagePlan[],
    PagePlan[],
  ];
  const gone = old.filter(({ id }) => !current.some((page) => page.id === id));
  const photos = gone.filter(({ background }) => readShot(background));
  const pairs = current.map((page): PagePair => {
    const same = old.find(({ id }) => id === page.id);
    return { before: same ?? (readShot(page.background) ? (photos.shift() ?? null) : null), now: page };
  });
  const paired = new Set(pairs.map((pair) => pair.before?.id));
  return [...pairs, ...gone.filter(({ id }) => !paired.has(id)).map((page): PagePair => ({ before: page, now: null }))];
}

export interface ItemNews {
  /** Ids of items that are only in the later go, or are otherwise there. */
  fresh: Set<string>;
  /** Ids of items that are only in the earlier one. */
  gone: Set<string>;
}

/** What has become of the items of a page that is in both goes. */
export function itemNews(before: Y.Doc, now: Y.Doc, pair: PagePair): ItemNews {
  const old = pair.before && pageItems(before, pair.before.id);
  const current = pair.now && pageItems(now, pair.now.id);
  const news: ItemNews = { fresh: new Set(), gone: new Set() };
  current?.forEach((item, id) => {
    const then = old?.get(id);
    if (!then || !sameFields(then.toJSON() as Fields, item.toJSON() as Fields)) news.fresh.add(id);
  });
  old?.forEach((_, id) => {
    if (!current?.has(id)) news.gone.add(id);
  });
  return news;
}

/** A stretch of a text: as it was, new, or gone. */
export interface WordNews {
  text: string;
  is: 'same' | 'fresh' | 'gone';
}

/**
 * Two texts word by word (Myers' difference, by the `diff` package). Very long ones are not looked into: one is gone,
 * the other new.
 */
export function wordNews(before: string, now: string): WordNews[] {
  if (before === now) return now === '' ? [] : [{ text: now, is: 'same' }];
  if (before.length + now.length > MOST_TEXT)
    return (
      [
        { text: before, is: 'gone' },
        { text: now, is: 'fresh' },
      ] satisfies WordNews[]
    ).filter(({ text }) => text !== '');
  return diffWordsWithSpace(before, now).map(({ value, added, removed }) => {
    const stays = removed ? 'gone' : 'same';
    return { text: value, is: added ? 'fresh' : stays };
  });
}

/** "3 new, 1 gone", or that nothing is. */
export function newsWords({ fresh, gone }: { fresh: number; gone: number }): string {
  const words = [fresh > 0 && `${fresh} new`, gone > 0 && `${gone} gone`].filter(Boolean).join(', ');
  return words || 'Nothing here has changed';
}
