/** How long was spent on each part, read from when its strokes, words, photos and recordings were made. */
import type * as Y from 'yjs';
import { pageItems, readPages } from '../page/document';
import { readItems } from '../page/item';
import { readTakes } from '../recording/take';
import { readShot } from '../page/readShot';

/** Work that is further apart than this, in milliseconds, is two sittings. */
export const BREAK = 10 * 60_000;
const MINUTE = 60_000;
const WORKED = 'worked:';

const minutesOf = (doc: Y.Doc, part: string): Y.Array<number> => doc.getArray<number>(WORKED + part);

/**
 * Notes that written words of a part are being worked on. Words keep no time of their own, so each minute in which one
 * writes is put down once.
 *
 * @param now milliseconds since 1970
 */
export function noteWriting(doc: Y.Doc, part: string, now: number): void {
  const minutes = minutesOf(doc, part);
  const minute = Math.floor(now / MINUTE);
  if (minutes.length === 0 || minutes.get(minutes.length - 1) !== minute) minutes.push([minute]);
}

/** From when to when something was made, in milliseconds since 1970. */
type Stretch = readonly [from: number, to: number];

function stretches(doc: Y.Doc, part: string): Stretch[] {
  const found: Stretch[] = [];
  for (const { id, part: of, background } of readPages(doc)) {
    if (of !== part) continue;
    for (const item of readItems(pageItems(doc, id)!)) {
      // A stroke is put down when the pen is lifted; its ink knows how long that took.
      const took = item.kind === 'stroke' ? (item.ink.time.at(-1) ?? 0) - (item.ink.time[0] ?? 0) : 0;
      found.push([item.at - Math.max(0, took), item.at]);
    }
    const taken = readShot(background)?.taken;
    if (taken) found.push([taken, taken]);
  }
  for (const { at, seconds } of readTakes(doc, part)) found.push([at - seconds * 1000, at]);
  for (const minute of minutesOf(doc, part))
    if (Number.isFinite(minute)) found.push([minute * MINUTE, (minute + 1) * MINUTE]);
  return found.filter(([from, to]) => from > 0 && to >= from).sort((a, b) => a[0] - b[0]);
}

export interface Spent {
  part: string;
  sittings: number;
  /** From the first to the last thing of each sitting: thinking before and after is not in it. */
  seconds: number;
}

/** How long was spent on each part, in how many sittings; a part without anything that says when is left out. */
export function timeSpent(doc: Y.Doc, parts: readonly string[]): Spent[] {
  return parts.flatMap((part): Spent[] => {
    let [sittings, seconds, until] = [0, 0, -Infinity];
    for (const [from, to] of stretches(doc, part)) {
      if (from - until > BREAK) {
        sittings += 1;
        seconds += (to - from) / 1000;
        until = to;
      } else if (to > until) {
        seconds += (to - until) / 1000;
        until = to;
      }
    }
    return sittings > 0 ? [{ part, sittings, seconds: Math.round(seconds) }] : [];
  });
}

function minuteWords(minutes: number): string {
  if (minutes < 1) return 'under a minute';
  if (minutes < 60) return `${minutes} ${minutes === 1 ? 'minute' : 'minutes'}`;
  return `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
}

/** "12 minutes in 2 sittings"; "under a minute". */
export function spentWords({ sittings, seconds }: Pick<Spent, 'sittings' | 'seconds'>): string {
  const time = minuteWords(Math.round(seconds / 60));
  return sittings > 1 ? `${time} in ${sittings} sittings` : time;
}
