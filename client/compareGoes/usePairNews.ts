import type { Bounds } from '@lippet/core/ink/ink';
import { itemNews, newsWords, type PagePair } from '@lippet/core/review/whatIsNew';
import { readShot } from '@lippet/core/page/readShot';
import { useEffect, useMemo, useState } from 'react';
import type * as Y from 'yjs';
import type { Shown } from '../page/surface/pagePainter';
import { colours } from '../ui/theme';
import { photoNews } from './photoNews';

/** The colours that say what is new and what is gone: light enough to lie under ink. */
export const FRESH = colours.ochre;
export const GONE = colours.blush;
const NOTHING: Shown = {};

interface PairNews {
  /** How the earlier page and the later one are shown. */
  before: Shown;
  now: Shown;
  words: string;
}

const changedWords = (places: number): string =>
  places === 0 ? 'The two photos show the same' : `${places} ${places === 1 ? 'place' : 'places'} in the photo changed`;

/**
 * What is new on a pair of pages: by items, and of two photos by what is different in them. Nothing while it is not
 * asked for.
 */
export function usePairNews(before: Y.Doc, now: Y.Doc, pair: PagePair | undefined, wanted: boolean): PairNews {
  const [frames, setFrames] = useState<readonly Bounds[]>([]);
  const [photoWords, setPhotoWords] = useState<string | null>(null);
  const [old, current] = [pair?.before && readShot(pair.before.background), pair?.now && readShot(pair.now.background)];
  const media =
    old && current && pair!.before!.background.kind === 'photo' && pair!.now!.background.kind === 'photo'
      ? ([pair!.before!.background.media, pair!.now!.background.media] as const)
      : null;
  const [from, to] = media ?? [null, null];
  const same = from === null || from === to;
  const { width, height } = pair?.now ?? { width: 0, height: 0 };
  useEffect(() => {
    setFrames([]);
    setPhotoWords(null);
    if (!wanted || same || to === null) return undefined;
    let gone = false;
    setPhotoWords('Looking at the photos …');
    photoNews(from, to).then(
      ({ aligned, boxes }) => {
        if (gone) return;

        setFrames(
          boxes.map(({ left, top, right, bottom }) => ({
            left: left * width,
            top: top * height,
            right: right * width,
            bottom: bottom * height,
          })),
        );
        setPhotoWords(aligned ? changedWords(boxes.length) : 'The two photos are too different to compare');
      },
      (error: Error) => !gone && setPhotoWords(error.message),
    );
    return () => {
      gone = true;
    };
  }, [wanted, same, from, to, width, height]);
  return useMemo(() => {
    if (!wanted || !pair) return { before: NOTHING, now: NOTHING, words: '' };
    const { fresh, gone } = itemNews(before, now, pair);
    const grounds = (ids: ReadonlySet<string>, colour: string): ReadonlyMap<string, string> =>
      new Map([...ids].map((id) => [id, colour]));
    const items = newsWords({ fresh: fresh.size, gone: gone.size });
    const gonePage = pair.now === null ? 'This page is gone' : items;
    const page = pair.before === null ? 'A new page' : gonePage;
    const onPhoto = fresh.size + gone.size === 0 ? (photoWords ?? '') : `${photoWords}; ${items}`;
    return {
      before: { grounds: grounds(gone, GONE) },
      now: { grounds: grounds(fresh, FRESH), frames, frameColour: FRESH },
      words: photoWords === null ? page : onPhoto,
    };
  }, [before, now, pair, wanted, frames, photoWords]);
}
