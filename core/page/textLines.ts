/**
 * Breaks text into lines no wider than `width`. Words stay whole unless one alone is wider than a line; spaces at a
 * break are dropped; every line break of the text is kept.
 *
 * @param measure width of a piece of text, in the same unit as `width`
 */
export function breakLines(text: string, width: number, measure: (text: string) => number): string[] {
  return text.split('\n').flatMap((paragraph) => breakParagraph(paragraph, width, measure));
}

function breakParagraph(paragraph: string, width: number, measure: (text: string) => number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of paragraph.split(/(?<=\s)(?=\S)/)) {
    if (line !== '' && measure((line + word).trimEnd()) > width) {
      lines.push(line.trimEnd());
      line = '';
    }
    line += word;
    // A word that is wider than a line is cut where it must be.
    while (line.length > 1 && measure(line.trimEnd()) > width) {
      let cut = line.length - 1;
      while (cut > 1 && measure(line.slice(0, cut)) > width) cut--;
      lines.push(line.slice(0, cut));
      line = line.slice(cut);
    }
  }
  lines.push(line.trimEnd());
  return lines;
}
