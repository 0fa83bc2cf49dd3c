/**
 * Answers that are no pages: written words, one top-level Y.XmlFragment a part (the editor's own form, so that two
 * devices can write at once), and ticks, in one Y.Map by part.
 */
import * as Y from 'yjs';
import { plainWords, readRichText, type RichText } from './richText';

const WORDS = 'words:';
const TICKS = 'ticks';

/** Name of the fragment that holds a part's words. */
export const wordsPlace = (part: string): string => WORDS + part;

export const wordsFragment = (doc: Y.Doc, part: string): Y.XmlFragment => doc.getXmlFragment(wordsPlace(part));

/** The parts whose words were opened in this document. */
export const partsWithWords = (doc: Y.Doc): string[] =>
  [...doc.share.keys()]
    .filter((name) => name.startsWith(WORDS))
    .map((name) => name.slice(WORDS.length))
    .sort();

/** Deeper than this, nothing is read: an editor's lists in lists are a handful of steps. */
const MAX_DEPTH = 40;

/** An element of the editor's document, as its JSON has it. */
function nodeOf(element: Y.XmlElement, depth: number): unknown {
  return { type: element.nodeName, attrs: element.getAttributes(), content: contentOf(element, depth + 1) };
}

function contentOf(parent: Y.XmlElement | Y.XmlFragment, depth = 0): unknown[] {
  if (depth > MAX_DEPTH) return [];
  return parent.toArray().flatMap((child): unknown[] => {
    if (child instanceof Y.XmlElement) return [nodeOf(child, depth)];
    if (!(child instanceof Y.XmlText)) return [];
    return (child.toDelta() as { insert: unknown; attributes?: Record<string, unknown> }[]).map(
      ({ insert, attributes = {} }) => ({
        type: 'text',
        text: insert,
        marks: Object.entries(attributes).map(([type, attrs]) => ({ type, attrs })),
      }),
    );
  });
}

/** What was written for a part. */
export const answerText = (doc: Y.Doc, part: string): RichText =>
  readRichText({ type: 'doc', content: contentOf(wordsFragment(doc, part)) });

/** What was written for a part as plain words. */
export const answerWords = (doc: Y.Doc, part: string): string => plainWords(answerText(doc, part));

const ticks = (doc: Y.Doc): Y.Map<unknown> => doc.getMap(TICKS);

/** Parts of which the learner says "I have done this". */
export const tickedParts = (doc: Y.Doc): string[] =>
  [...ticks(doc).entries()]
    .filter(([, value]) => value === true)
    .map(([id]) => id)
    .sort();

export const setTick = (doc: Y.Doc, part: string, on: boolean): void => void ticks(doc).set(part, on);
