import 'fake-indexeddb/auto';
import { inkFromRows } from '@lippet/core/ink/ink';
import { orderBehind, pageItems, readPages, startDocument } from '@lippet/core/page/document';
import { deleteItems, transformItems } from '@lippet/core/page/arrange';
import { addPage } from '@lippet/core/page/document';
import { readStrokes, strokeFields, type Fields } from '@lippet/core/page/item';
import { translation } from '@lippet/core/math/matrix';
import * as Y from 'yjs';
import { DocumentEditor } from './documentEditor';

const PAGE = { id: 'p', part: 'a', width: 200, height: 300, background: { kind: 'blank' } } as const;
const fields = (x: number): Fields =>
  strokeFields({
    tool: 'pen',
    colour: '#1C2A33',
    width: 2,
    ink: inkFromRows([
      [x, 10, 0.5, 0],
      [x + 20, 10, 0.5, 16],
    ]),
    at: 0,
    order: `a${x}`,
  });

let name = '';
const open = (
  doc = new Y.Doc(),
): { doc: Y.Doc; editor: DocumentEditor; ids: () => string[]; draw: (id: string, x?: number) => void } => {
  if (doc.getArray('pages').length === 0) Y.applyUpdate(doc, startDocument([PAGE]));
  const editor = new DocumentEditor(doc, (page) => pageItems(doc, page), name);
  return {
    doc,
    editor,
    ids: () =>
      readStrokes(pageItems(doc, 'p')!)
        .map(({ id }) => id)
        .sort(),
    draw: (id, x = 1) => editor.change([{ page: 'p', id, after: fields(x) }]),
  };
};

describe('what one does on a document', () => {
  let count = 0;
  beforeEach(() => void (name = `piece:${count++}`));

  it('takes a row of changes for one step, until something else comes between', () => {
    const { doc, editor, ids, draw } = open();
    const words = (text: string, row: object | null): void =>
      editor.change([{ page: 'p', id: 't', after: { kind: 'text', text, order: 'a9', at: 0 } }], [], row);
    const textNow = (): unknown => pageItems(doc, 'p')!.get('t')?.get('text');
    const row = {};
    words('A cr', row);
    words('A crab', row);
    editor.undo();
    expect(textNow()).toBeUndefined();
    editor.redo();
    expect(textNow()).toBe('A crab');
    words('A crab walks', row);
    draw('a');
    words('A crab walks home', row);
    words('A crab walks home again', row);
    editor.undo();
    expect(textNow()).toBe('A crab walks');
    expect(ids()).toEqual(['a']);
    editor.undo();
    editor.undo();
    expect(textNow()).toBe('A crab');
    words('One', null);
    words('Two', null);
    editor.undo();
    expect(textNow()).toBe('One');
    // Typed and taken away again: as if nothing had been.
    const other = {};
    words('One two', other);
    words('One', other);
    editor.undo();
    expect(textNow()).toBe('A crab');
  });

  it('is undone and done again, and a new step forgets what was undone', () => {
    const { editor, ids, draw } = open();
    draw('a');
    draw('b', 2);
    expect(editor.can.getState()).toEqual({ undo: true, redo: false });
    editor.undo();
    expect(ids()).toEqual(['a']);
    expect(editor.can.getState()).toEqual({ undo: true, redo: true });
    editor.redo();
    expect(ids()).toEqual(['a', 'b']);
    editor.undo();
    draw('c', 3);
    editor.redo();
    expect(ids()).toEqual(['a', 'c']);
  });

  it('in one gesture is one step', () => {
    const { doc, editor, ids, draw } = open();
    draw('a');
    editor.beginGesture();
    for (let i = 0; i < 5; i++) editor.change(transformItems('p', pageItems(doc, 'p')!, ['a'], translation(3, 0)));
    editor.endGesture();
    expect(readStrokes(pageItems(doc, 'p')!)[0]!.ink.x[0]).toBe(16);
    editor.undo();
    expect(readStrokes(pageItems(doc, 'p')!)[0]!.ink.x[0]).toBe(1);
    editor.undo();
    expect(ids()).toEqual([]);
    editor.undo();
    expect(ids()).toEqual([]);
  });

  it('can be undone after a reload, bytes and all', async () => {
    const first = open();
    first.draw('a');
    first.editor.change(deleteItems('p', pageItems(first.doc, 'p')!, ['a']));
    first.editor.destroy();
    const again = new Y.Doc();
    Y.applyUpdate(again, Y.encodeStateAsUpdate(first.doc));
    const second = open(again);
    second.draw('early', 9); // before the old steps have been read
    await second.editor.ready;
    expect(second.editor.can.getState().undo).toBe(true);
    second.editor.undo();
    expect(second.ids()).toEqual([]);
    second.editor.undo();
    expect(second.ids()).toEqual(['a']);
    expect(readStrokes(pageItems(again, 'p')!)[0]!.ink.x[1]).toBe(21);
  });

  it('leaves what somebody else drew meanwhile', () => {
    const mine = open();
    mine.draw('mine');
    const theirs = new Y.Doc();
    Y.applyUpdate(theirs, Y.encodeStateAsUpdate(mine.doc));
    open(theirs).draw('theirs', 5);
    Y.applyUpdate(mine.doc, Y.encodeStateAsUpdate(theirs));
    mine.editor.undo();
    expect(mine.ids()).toEqual(['theirs']);
    expect(mine.editor.can.getState().undo).toBe(false);
  });

  it('shows the page that something comes back on', () => {
    const { doc, editor } = open();
    const shown: string[] = [];
    editor.onShow = (page) => shown.push(page);
    addPage(doc, { ...PAGE, id: 'q' }, orderBehind(doc, 'p'));
    editor.pageAdded('q');
    editor.change([], [{ page: 'q', after: { deleted: true } }]);
    expect(readPages(doc)).toHaveLength(1);
    editor.undo();
    expect(shown).toEqual(['q']);
    editor.undo();
    expect(readPages(doc).map(({ id }) => id)).toEqual(['p']);
    expect(shown).toEqual(['q']);
    editor.redo();
    expect(shown).toEqual(['q', 'q']);
  });
});
