/**
 * A take: one recording that answers a part. A part's takes are a top-level Y.Map of the piece's document, by id, so
 * that two devices that record at once both keep theirs. The one that was chosen last is the answer.
 */
import * as Y from 'yjs';
import { pageItems } from '../page/document';
import type { Fields, ItemMap, Items } from '../page/item';
import { SOUND_FAULTS, type SoundFault } from '../sound/judgeSound';
import { readSpans, type Span } from './spans';

export const TAKE_SORTS = ['sound', 'film'] as const;
export type TakeSort = (typeof TAKE_SORTS)[number];

export interface Take {
  id: string;
  sort: TakeSort;
  /** Id of its Media. */
  media: string;
  /** Of one that was made louder: the recording as it was. */
  original: string | null;
  /** Length of the recording in seconds, before anything is left out. */
  seconds: number;
  spans: readonly Span[];
  /** What the learner calls it, behind what the teacher began. */
  title: string;
  /** Id of the picture that stands for a film. */
  cover: string | null;
  /** What was wrong with its sound when it was kept. */
  faults: SoundFault[];
  /** When it was chosen, in milliseconds since 1970; the latest is the answer. */
  chosen: number;
  at: number;
}

export const MAX_TITLE = 200;
const TAKES = 'takes:';

/** Name of the map that holds a part's takes; in a step of undo it stands where a page's id does. */
export const takesPlace = (part: string): string => TAKES + part;
/** The part that such a name is of; null for a page's id. */
export const partOfPlace = (place: string): string | null =>
  place.startsWith(TAKES) ? place.slice(TAKES.length) : null;

export const takeItems = (doc: Y.Doc, part: string): Items => doc.getMap<ItemMap>(takesPlace(part));

/** Items of a draft by the name of their place: a page, or a part's takes. */
export const draftItems = (doc: Y.Doc, place: string): Items | undefined => {
  const part = partOfPlace(place);
  return part === null ? pageItems(doc, place) : takeItems(doc, part);
};

/** The parts that have takes, or had some. */
export const partsWithTakes = (doc: Y.Doc): string[] =>
  [...doc.share.keys()]
    .map(partOfPlace)
    .filter((part) => part !== null)
    .sort();

const timeOf = (value: unknown): number => (typeof value === 'number' && Number.isFinite(value) ? value : 0);

/** Reads a take; null for what is none, as a broken client may have written it. */
export function readTake(id: string, item: unknown): Take | null {
  if (!(item instanceof Y.Map)) return null;
  const get = (key: string): unknown => item.get(key) as unknown;
  const [sort, media, original, seconds, title, cover, faults, chosen, at] = [
    'sort',
    'media',
    'original',
    'seconds',
    'title',
    'cover',
    'faults',
    'chosen',
    'at',
  ].map(get);
  const spans = readSpans(get('spans'));
  if (get('kind') !== 'take' || typeof media !== 'string' || !TAKE_SORTS.includes(sort as TakeSort) || !spans)
    return null;
  if (typeof seconds !== 'number' || !(seconds > 0)) return null;
  return {
    id,
    sort: sort as TakeSort,
    media,
    seconds,
    spans,
    original: typeof original === 'string' ? original : null,
    title: typeof title === 'string' ? title.slice(0, MAX_TITLE) : '',
    cover: typeof cover === 'string' ? cover : null,
    faults: SOUND_FAULTS.filter((fault) => Array.isArray(faults) && faults.includes(fault)),
    chosen: timeOf(chosen),
    at: timeOf(at),
  };
}

/** What is stored of a take. */
export const takeFields = ({ id: _, spans, faults, ...take }: Take): Fields => ({
  kind: 'take',
  ...take,
  spans: spans.map(([from, to]) => [from, to]),
  faults: [...faults],
});

/** A part's takes in the order in which they were made. */
export function readTakes(doc: Y.Doc, part: string): Take[] {
  const takes: Take[] = [];
  takeItems(doc, part).forEach((item, id) => {
    const take = readTake(id, item);
    if (take) takes.push(take);
  });
  return takes.sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
}

/** The take that is the answer; null where there is none. */
export const chosenTake = (takes: readonly Take[]): Take | null =>
  takes.reduce<Take | null>((best, take) => (best === null || take.chosen > best.chosen ? take : best), null);

/**
 * Leaves only the answers in a document that is about to be frozen: takes that were not chosen are nobody's but the
 * learner's.
 *
 * @returns whether there were any
 */
export function dropOtherTakes(doc: Y.Doc): boolean {
  let dropped = false;
  doc.transact(() => {
    for (const part of partsWithTakes(doc)) {
      const items = takeItems(doc, part);
      const kept = chosenTake(readTakes(doc, part))?.id;
      for (const id of [...items.keys()].filter((other) => other !== kept)) {
        items.delete(id);
        dropped = true;
      }
    }
  });
  return dropped;
}

/** A take's name in full: what the teacher began, and how the learner went on; empty until the learner has. */
export const takeName = (begun: string | null, title: string): string => (title && begun ? `${begun} ${title}` : title);
