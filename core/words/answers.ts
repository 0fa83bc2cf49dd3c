/**
 * Answers that are no pages: written words, one top-level Y.XmlFragment a part (the editor's own form, so that two devices can write
 * at once), and ticks, in one Y.Map by part.
 */
import * as Y from 'yjs';

const WORDS = 'words:';
const TICKS = 'ticks';

/** Name of the fragment that holds a part's words. */
export const wordsPlace = (part: string): string => WORDS + part;

export const wordsFragment = (doc: Y.Doc, part: string): Y.XmlFragment => doc.getXmlFragment(wordsPlace(part));

/** The parts whose words were opened in this document. */
export const partsWithWords = (doc: Y.Doc): string[] => [...doc.share.keys()].filter((name) => name.startsWith(WORDS)).map((name) => name.slice(WORDS.length)).sort();

/** What was written for a part as plain words, a paragraph on each line. */
export function answerWords(doc: Y.Doc, part: string): string {
  const lines: string[] = [];
  const read = (node: Y.XmlElement | Y.XmlFragment): void => {
    let line = '';
    let texts = 0;
    for (const child of node.toArray()) {
      if (child instanceof Y.XmlText) {
        line += (child.toDelta() as { insert: unknown }[]).map(({ insert }) => (typeof insert === 'string' ? insert : '')).join('');
        texts += 1;
      } else if (child instanceof Y.XmlElement && child.nodeName === 'hardBreak') line += '\n';
      else if (child instanceof Y.XmlElement) read(child);
    }
    if (texts > 0) lines.push(line);
  };
  read(wordsFragment(doc, part));
  return lines.join('\n');
}

const ticks = (doc: Y.Doc): Y.Map<unknown> => doc.getMap(TICKS);

/** Parts of which the learner says "I have done this". */
export const tickedParts = (doc: Y.Doc): string[] => [...ticks(doc).entries()].filter(([, value]) => value === true).map(([id]) => id).sort();

export const setTick = (doc: Y.Doc, part: string, on: boolean): void => void ticks(doc).set(part, on);

/** Tells of every change of the ticks. @returns stops it */
export function watchTicks(doc: Y.Doc, changed: () => void): () => void {
  const map = ticks(doc);
  map.observe(changed);
  return () => map.unobserve(changed);
}
