import type * as Y from 'yjs';
import { MARKS } from '../page/document';
import { MAX_TEXT, readItems, type Fields, type ItemMap, type Items } from '../page/item';

/** A pin on a moment of a sound or a film. It lies in the document of marks, under the take's id. */
export interface Moment {
  id: string;
  /** Of what is kept of the take, in seconds. */
  second: number;
  note: string;
  /** Id of the Media in which it is spoken; null where it is only written. */
  voice: string | null;
  at: number;
}

/** The pins on one take, in the order of time. What is no pin is left out. */
export function readMoments(items: Items): Moment[] {
  const moments: Moment[] = [];
  items.forEach((item: ItemMap, id) => {
    const [kind, second, note, voice, at] = ['kind', 'second', 'note', 'voice', 'at'].map((key) => item.get?.(key));
    if (
      kind !== 'moment' ||
      typeof second !== 'number' ||
      !(second >= 0) ||
      typeof note !== 'string' ||
      note.length > MAX_TEXT
    )
      return;
    moments.push({ id, second, note, voice: typeof voice === 'string' ? voice : null, at: Number(at) || 0 });
  });
  return moments.sort((a, b) => a.second - b.second || (a.id < b.id ? -1 : 1));
}

/** What is stored of a pin. */
export const momentFields = ({ second, note, voice, at }: Moment): Fields => ({
  kind: 'moment',
  second,
  note,
  order: '',
  at,
  ...(voice ? { voice } : {}),
});

/** Ids of all spoken notes in a document of marks: on pages, and on moments. */
export function voicesOf(marks: Y.Doc): string[] {
  const maps = [...marks.share.keys()].filter((name) => name.startsWith(MARKS));
  return maps.flatMap((name) => {
    const items = marks.getMap<ItemMap>(name);
    const pins = readItems(items).flatMap((item) => (item.kind === 'pin' && item.voice ? [item.voice] : []));
    return [...pins, ...readMoments(items).flatMap(({ voice }) => voice ?? [])];
  });
}

/** "1:07" for 67.4 seconds. */
export function timeWords(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds + 1e-6));
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`;
}

/** "2 minutes", "90 seconds": how long something may be. */
export function lengthWords(seconds: number): string {
  if (seconds % 60 !== 0) return seconds < 180 ? `${seconds} seconds` : `${timeWords(seconds)} minutes`;
  return seconds === 60 ? '1 minute' : `${seconds / 60} minutes`;
}

/** How long a note is shown where no other follows, in seconds. */
const SHOWN = 5;

const stamp = (seconds: number): string => {
  const thousandths = Math.round(seconds * 1000);
  const [hours, minutes, whole] = [
    Math.floor(thousandths / 3_600_000),
    Math.floor(thousandths / 60_000) % 60,
    Math.floor(thousandths / 1000) % 60,
  ];
  return `${[hours, minutes, whole].map((part) => String(part).padStart(2, '0')).join(':')}.${String(thousandths % 1000).padStart(3, '0')}`;
};

/** Words as a cue may have them: an empty line would end it. */
const escaped = (words: string): string =>
  words
    .replaceAll(/\r\n?/g, '\n')
    .replaceAll('&', '&amp;')
    .replaceAll('<', '&lt;')
    .replaceAll('>', '&gt;')
    .replaceAll(/\n\s*\n/g, '\n')
    .trim();

/**
 * The notes as a WebVTT file (W3C WebVTT): each is shown from its moment until the next, at most for some seconds.
 * @param seconds length of what they are on
 */
export function momentsToVtt(moments: readonly Moment[], seconds: number): string {
  const cues = moments
    .filter(({ note, voice }) => note.trim() !== '' || voice)
    .map(({ second, note }, i, all) => {
      const end = Math.max(
        second + 0.5,
        Math.min(second + SHOWN, all[i + 1]?.second ?? Infinity, Math.max(seconds, second + 0.5)),
      );
      return `${i + 1}\n${stamp(second)} --> ${stamp(end)}\n${escaped(note) || '(a spoken note)'}\n`;
    });
  return ['WEBVTT\n', ...cues].join('\n');
}
