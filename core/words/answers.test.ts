import * as Y from 'yjs';
import { measureProgress } from '../piece/progress';
import { answerText, answerWords, partsWithWords, setTick, tickedParts, wordsFragment } from './answers';

/** Writes as the editor does: an element a paragraph, with its text. */
function paragraph(doc: Y.Doc, part: string, words: string, marks: Record<string, unknown> = {}): void {
  const element = new Y.XmlElement('paragraph');
  const text = new Y.XmlText();
  text.insert(0, words, marks);
  element.insert(0, [text]);
  wordsFragment(doc, part).push([element]);
}

const copyOf = (doc: Y.Doc): Y.Doc => {
  const copy = new Y.Doc();
  Y.applyUpdate(copy, Y.encodeStateAsUpdate(doc));
  return copy;
};

describe('written answers', () => {
  it('are read from any copy of the document, with their marks', () => {
    const doc = new Y.Doc();
    paragraph(doc, 'a', 'The bowline ');
    paragraph(doc, 'a', 'never slips', { bold: {}, link: { href: 'javascript:x' } });
    const copy = copyOf(doc);
    expect(partsWithWords(copy)).toEqual(['a']);
    expect(answerWords(copy, 'a')).toBe('The bowline \nnever slips');
    expect(answerText(copy, 'a').content[1]).toEqual({
      type: 'paragraph',
      content: [{ type: 'text', text: 'never slips', marks: [{ type: 'bold' }] }],
    });
    expect(measureProgress(copy).parts.a).toMatchObject({ pages: 0, answers: [{ kind: 'words', words: 4 }] });
  });

  it('merge where two devices write at once', () => {
    const [one, two] = [new Y.Doc(), new Y.Doc()];
    paragraph(one, 'a', 'one two');
    paragraph(two, 'a', 'three');
    Y.applyUpdate(one, Y.encodeStateAsUpdate(two));
    expect(measureProgress(one).parts.a!.answers).toEqual([{ kind: 'words', words: 3 }]);
  });

  it('are nothing where only an empty line was opened, or a broken client wrote', () => {
    const doc = new Y.Doc();
    paragraph(doc, 'a', '  ');
    wordsFragment(doc, 'b').push([new Y.XmlElement('script')]);
    expect(measureProgress(doc).parts).toEqual({});
  });
});

it('a tick is set and taken away', () => {
  const doc = new Y.Doc();
  setTick(doc, 'a', true);
  setTick(doc, 'b', true);
  setTick(doc, 'b', false);
  doc.getMap('ticks').set('c', 'yes');
  expect(tickedParts(copyOf(doc))).toEqual(['a']);
  expect(measureProgress(doc).parts).toMatchObject({ a: { answers: [{ kind: 'tick', ticked: true }] } });
});
