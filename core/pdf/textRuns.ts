/** A line of words as runs that each stand in one font, in the order in which they are set from left to right. */
import bidiFactory from 'bidi-js';
import type { PDFFont } from 'pdf-lib';
import type { Face } from './shapedFace';

/** A font that content knows under a name. */
export interface NamedFont {
  font: PDFFont;
  /** The same, as what lays its letters out. */
  face: Face;
  name: string;
}

export interface Run extends NamedFont {
  text: string;
}

const bidi = bidiFactory();
const sets = new WeakMap<PDFFont, ReadonlySet<number>>();

/** The code points a font has. */
export function charactersOf(font: PDFFont): ReadonlySet<number> {
  const known = sets.get(font) ?? new Set(font.getCharacterSet());
  sets.set(font, known);
  return known;
}

/** What joins or shapes its neighbours and shows nothing by itself. */
const UNSEEN = /^[\u200b-\u200f\u2060\ufe00-\ufe0f\ufeff]$/u;
/** Letters that are written from the right: fontkit turns these runs round by itself. */
export const FROM_THE_RIGHT = /[\p{Script=Hebrew}\p{Script=Arabic}]/u;
/** Stands for a letter that no font has: that something is missing is seen. */
const MISSING = '?';

/** Marks, and what tells letters to join or not to: these stay with the letter before them. */
const LEANS = /[\p{M}\u200c\u200d]/u;

interface LevelRun extends Run {
  level: number;
}

/**
 * From the order of writing to the order on the line: rule L2 of Unicode's bidirectional algorithm (UAX #9), by runs.
 */
function inLineOrder(runs: LevelRun[]): LevelRun[] {
  const highest = Math.max(0, ...runs.map(({ level }) => level));
  for (let level = highest; level > 0; level--) {
    for (let from = 0; from < runs.length; from++) {
      if (runs[from]!.level < level) continue;
      let to = from;
      while (to + 1 < runs.length && runs[to + 1]!.level >= level) to++;
      runs.splice(from, to - from + 1, ...runs.slice(from, to + 1).reverse());
      from = to;
    }
  }
  return runs;
}

/** Signs between words that are written from the right: turned round, and brackets the other way about. */
const turned = (text: string): string =>
  [...text]
    .reverse()
    .map((char) => bidi.getMirroredCharacter(char) ?? char)
    .join('');

/**
 * Cuts a line into runs, each in the first of the fonts that has its letters.
 *
 * @param fonts at least one; the first also sets what none has, as a question mark
 * @returns the runs as they stand from left to right, also where words are written from the right
 */
export function runsOf(line: string, fonts: readonly NamedFont[]): Run[] {
  const known = fonts.map(({ font }) => charactersOf(font));
  const { levels } = bidi.getEmbeddingLevels(line);
  const runs: LevelRun[] = [];
  let offset = 0;
  for (const char of line) {
    const level = levels[offset]!;
    offset += char.length;
    const point = char.codePointAt(0)!;
    const last = runs.at(-1);
    const lastFont = last ? fonts.findIndex(({ name }) => name === last.name) : -1;
    // A mark stays with the letter it stands over, where that one's font has it.
    const found = LEANS.test(char) && known[lastFont]?.has(point) ? lastFont : known.findIndex((set) => set.has(point));
    if (found < 0 && UNSEEN.test(char)) continue;
    const { font, face, name } = fonts[Math.max(0, found)]!;
    const shown = found < 0 ? MISSING : char;
    if (last?.name === name && last.level === level) last.text += shown;
    else runs.push({ font, face, name, text: shown, level });
  }
  return inLineOrder(runs).map(({ font, face, name, text, level }) => ({
    font,
    face,
    name,
    text: level % 2 === 1 && !FROM_THE_RIGHT.test(text) ? turned(text) : text,
  }));
}
