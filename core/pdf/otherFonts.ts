import { OTHER_FONT_FILES } from './fontFiles';

/** The files of letters that our faces do not have, of those that these words need. */
export function otherFonts(words: string): string[] {
  const points = [...new Set(words)].map((letter) => letter.codePointAt(0)!);
  return OTHER_FONT_FILES.filter(({ letters }) => letters.some(([from, to]) => points.some((point) => point >= from && point <= to))).map(({ file }) => file);
}
