import * as Y from 'yjs';
import { inkFromRows } from '../ink/ink';
import type { Background } from '../page/background';
import { addPage, pageItems } from '../page/document';
import { putItem, strokeFields } from '../page/item';
import type { Spot } from '../page/spots';
import { takeFields, takeItems } from '../recording/take';
import { setAnswered } from '../review/answeredNotes';
import type { WalkNote } from '../review/noteWalk';
import type { Warning } from '../scan/shot';
import type { SoundFault } from '../sound/judgeSound';
import { wordsFragment } from '../words/answers';
import { sendChecks, type CheckedChoice, type CheckedPart } from './sendChecks';

interface Asked {
  required?: boolean;
  choice?: string;
}

const part = (id: string, asked: Asked = {}): CheckedPart => ({
  id,
  title: `Part ${id}`,
  required: true,
  kind: 'page',
  ...asked,
});
const text = (
  id: string,
  limits: { leastWords?: number; mostWords?: number; required?: boolean } = {},
): CheckedPart => ({
  ...part(id),
  kind: 'words',
  openings: [],
  picture: null,
  leastWords: null,
  mostWords: null,
  ...limits,
});
const spot = (id: string, y: number): Spot => ({
  id,
  kind: 'ink',
  label: `Place ${id}`,
  needed: true,
  x: 0,
  y,
  width: 300,
  height: 50,
});

class Work {
  readonly doc = new Y.Doc();
  private pages = 0;
  page(id: string, of: string, { spots = [] as Spot[], background = { kind: 'blank' } as Background } = {}): this {
    addPage(this.doc, { id, part: of, width: 300, height: 400, background, spots }, `a${this.pages++}`);
    return this;
  }
  photo(id: string, of: string, ...warnings: Warning[]): this {
    return this.page(id, of, {
      background: {
        kind: 'photo',
        media: id,
        alt: '',
        shot: { original: id, corners: null, turn: 0, look: 'photo', taken: null, warnings },
      },
    });
  }
  draw(page: string, y = 20): this {
    putItem(
      pageItems(this.doc, page)!,
      `${page} ${y}`,
      strokeFields({
        tool: 'pen',
        colour: '#000000',
        width: 2,
        ink: inkFromRows([
          [10, y, 0.5, 0],
          [90, y + 5, 0.5, 30],
        ]),
        at: 1,
        order: 'a',
      }),
    );
    return this;
  }
  take(of: string, id: string, chosen: number, ...faults: SoundFault[]): this {
    putItem(
      takeItems(this.doc, of),
      id,
      takeFields({
        id,
        sort: 'sound',
        media: id,
        original: null,
        seconds: 9,
        spans: [[0, 9]],
        title: '',
        cover: null,
        faults,
        chosen,
        at: 1,
      }),
    );
    return this;
  }
  write(of: string, words: string): this {
    const paragraph = new Y.XmlElement('paragraph');
    paragraph.insert(0, [new Y.XmlText(words)]);
    wordsFragment(this.doc, of).insert(0, [paragraph]);
    return this;
  }
  found(
    parts: CheckedPart[],
    { choices = [] as CheckedChoice[], notes = [] as WalkNote[], refused = [] as string[] } = {},
  ): string[] {
    return sendChecks(this.doc, { parts, choices, notes, refused: new Set(refused) }).map(
      ({ needed, part: of, page, words }) => `${needed ? 'needs' : 'asks'} ${of}${page ? `/${page}` : ''}: ${words}`,
    );
  }
}

it('lets no part go that rests on what school would not take, if it is needed', () => {
  const work = new Work().take('c', 'first', 1).take('c', 'second', 2).take('e', 'third', 1);
  const parts = [part('c'), part('e', { required: false })];
  expect(work.found(parts, { refused: ['first'] })).toEqual([]);
  expect(work.found(parts, { refused: ['second', 'third'] })).toEqual([
    'needs c: Part c: school could not take it',
    'asks e: Part e: school could not take it',
  ]);
});

it('finds nothing in a piece that is as it should be', () => {
  expect(
    new Work()
      .page('p', 'a')
      .draw('p')
      .photo('f', 'b')
      .take('c', 't', 1)
      .write('d', 'The sea')
      .found([part('a'), part('b'), part('c'), text('d'), part('e', { required: false })]),
  ).toEqual([]);
});

it('needs every required part, and leads to where it is', () => {
  expect(
    new Work()
      .page('p', 'a')
      .page('q', 'b')
      .found([part('a'), part('b', { required: false })]),
  ).toEqual(['needs a/p: Part a: still empty']);
});

it('needs every spot, and leads to the page of the first that is empty, as it is read', () => {
  const work = new Work()
    .page('p', 'a', { spots: [spot('low', 200), spot('high', 0)] })
    .page('q', 'a', { spots: [spot('next', 100)] });
  expect(work.found([part('a')])).toEqual(['needs a/p: Part a: still empty']);
  expect(work.draw('p').found([part('a')])).toEqual(['needs a/p: Part a: 1 of 3 places filled, next is Place low']);
  expect(work.draw('p', 220).found([part('a')])).toEqual([
    'needs a/q: Part a: 2 of 3 places filled, next is Place next',
  ]);
  expect(work.draw('q', 120).found([part('a')])).toEqual([]);
});

it('counts words: too few or too many of what is required is needed, of the rest it is asked', () => {
  const few = (required: boolean) =>
    new Work().write('a', 'One two three').found([text('a', { required, leastWords: 5, mostWords: 8 })]);
  expect(few(true)).toEqual(['needs a: Part a: 3 of at least 5 words']);
  expect(few(false)).toEqual(['asks a: Part a: 3 of at least 5 words']);
  expect(new Work().write('a', 'one two three').found([text('a', { mostWords: 2 })])).toEqual([
    'needs a: Part a: 3 words, 1 too many',
  ]);
});

it('asks about a sheet that stayed blank among others, but not where the part was answered another way', () => {
  const work = () => new Work().page('p', 'a').page('q', 'a');
  expect(
    work()
      .draw('p')
      .found([part('a')]),
  ).toEqual(['asks a/q: Part a: page 2 is blank']);
  expect(
    work()
      .take('a', 't', 1)
      .found([part('a')]),
  ).toEqual([]);
  expect(
    work()
      .photo('f', 'a')
      .found([part('a')]),
  ).toEqual([]);
});

it('does not take a page of a PDF that is there to be read for one that was forgotten', () => {
  const pdf = (page: number): { background: Background } => ({ background: { kind: 'pdf', media: 'm', page } });
  const work = () => new Work().page('p', 'a', pdf(1)).page('q', 'a', pdf(2));
  expect(
    work()
      .draw('p')
      .found([part('a')]),
  ).toEqual([]);
  // Where it has a place to fill, it is.
  expect(
    work()
      .page('r', 'a', { ...pdf(3), spots: [{ ...spot('here', 100), needed: false }] })
      .draw('p')
      .found([part('a')]),
  ).toEqual(['asks a/r: Part a: page 3 is blank']);
});

it('says what is wrong with photos and with the recording that was chosen', () => {
  expect(
    new Work()
      .photo('f', 'a')
      .photo('g', 'a', 'blurred', 'dark')
      .take('b', 'old', 1, 'silent')
      .take('b', 'new', 2, 'quiet')
      .found([part('a'), part('b')]),
  ).toEqual(['asks a/g: Part a, photo 2: blurred, too dark', 'asks b: Part b: very quiet']);
});

it('needs as much of a choice as is asked for, and takes more', () => {
  const parts = ['a', 'b', 'c'].map((id) => part(id, { required: false, choice: 'x' }));
  const choices: CheckedChoice[] = [{ id: 'x', title: 'Island picks', rule: 'pick', wanted: 2 }];
  const work = new Work().page('p', 'a').page('q', 'b').page('r', 'c').draw('p');
  expect(work.found(parts, { choices })).toEqual(['needs b: Island picks: 1 of 2 done']);
  expect(work.draw('q').found(parts, { choices })).toEqual([]);
  expect(work.draw('r').found(parts, { choices })).toEqual([]);
  const level: CheckedChoice[] = [{ id: 'x', title: '', rule: 'level', wanted: 1 }];
  expect(new Work().page('p', 'a').found(parts, { choices: level })).toEqual(['needs a: Your choice: 0 of 1 done']);
});

it('asks about the notes of the last review that are not ticked off', () => {
  const note = (id: string, words: string, voice: string | null = null): WalkNote => ({
    id,
    part: 'a',
    page: 'p',
    at: { x: 1, y: 1 },
    second: null,
    words,
    voice,
  });
  const notes = [note('n1', 'Which mast?'), note('n2', ' ', 'v'), note('n3', 'x'.repeat(80))];
  const work = new Work().page('p', 'a').draw('p');
  expect(work.found([part('a')], { notes })).toEqual([
    'asks a/p: Not ticked off yet: “Which mast?”',
    'asks a/p: Not ticked off yet: what your teacher said',
    `asks a/p: Not ticked off yet: “${'x'.repeat(59)}…”`,
  ]);
  setAnswered(work.doc, 'n1', true);
  setAnswered(work.doc, 'n2', true);
  setAnswered(work.doc, 'n2', false);
  expect(work.found([part('a')], { notes })).toHaveLength(2);
});
