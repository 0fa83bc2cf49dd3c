import { sheetsOf } from '../parts/part';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import * as Y from 'yjs';
import { EMPTY_PLAN } from '../contract/activityDefinition';
import { readPlan } from '../contract/readDefinition';
import { writePdf } from '../pdf/write';
import { backgroundShapes, withDrawing, type Background } from './background';
import { pageItems, readPages, startDocument } from './document';
import { drawnFields, drawnOn, drawnShapes, drawnWords, MAX_DRAWN } from './drawnGround';
import { putItem, strokeFields, textFields, type ItemMap } from './item';
import { measureProgress } from '../piece/progress';
import { pageToSvg } from './svg';

const ink = (x: number) => ({
  x: Float64Array.of(x, x + 40),
  y: Float64Array.of(50, 60),
  pressure: Float32Array.of(0.5, 0.5),
  time: Float64Array.of(0, 30),
});
function sheet(strokes: number, tool: 'pen' | 'highlighter' = 'pen') {
  const items = new Y.Doc().getMap<ItemMap>('sheet');
  for (let i = 0; i < strokes; i++)
    putItem(
      items,
      `s${i}`,
      strokeFields({
        tool,
        colour: '#C8472F',
        width: 4,
        ink: ink(10 + (i % 9)),
        at: i,
        order: `a${String(i).padStart(4, '0')}`,
      }),
    );
  return items;
}

it('gives back what was drawn, where it was drawn', () => {
  const drawn = drawnOn(sheet(2));
  const again = new Y.Doc().getMap<ItemMap>('sheet');
  drawnFields(JSON.parse(JSON.stringify(drawn))).forEach((fields, i) => putItem(again, `g${i}`, fields));
  expect(drawnOn(again)).toEqual(drawn);
  const [shape] = drawnShapes(drawn);
  expect(shape).toMatchObject({ fill: '#C8472F' });
  const xs = [...shape!.d.matchAll(/[MQ ](-?[\d.]+) (-?[\d.]+)/g)].map(([, x]) => Number(x));
  expect(Math.min(...xs)).toBeGreaterThan(5);
  expect(Math.max(...xs)).toBeLessThan(55);
});

const typed = (text: string, lines = [text]) =>
  textFields({
    text,
    lines,
    width: 120,
    size: 16,
    font: 'reading',
    colour: '#1C2A33',
    align: 'left',
    spot: 'a-spot',
    matrix: [1, 0, 0, 1, 30, 60],
    order: 'b1',
    at: 0,
  });

it('gives back what was typed, where it stands, and answers no spot with it', () => {
  const items = sheet(1);
  putItem(items, 'words', typed('Which boats came in?', ['Which boats', 'came in?']));
  putItem(items, 'nothing', typed('  '));
  const drawn: unknown = JSON.parse(JSON.stringify(drawnOn(items)));
  expect(drawnWords(drawn)).toEqual([
    expect.objectContaining({
      kind: 'text',
      text: 'Which boats came in?',
      lines: ['Which boats', 'came in?'],
      matrix: [1, 0, 0, 1, 30, 60],
      spot: null,
    }),
  ]);
  expect(drawnShapes(drawn)).toHaveLength(1);
  expect(drawnFields(drawn)).toHaveLength(2);
  const svg = pageToSvg(
    {
      id: 'p',
      part: 'a',
      width: 300,
      height: 400,
      background: withDrawing({ kind: 'lined', gap: 20 }, drawn as never),
    },
    [[]],
  );
  expect(svg).toContain('>came in?</tspan>');
});

it('shows no more lines than the text has: what says more is broken anew', () => {
  const [words] = drawnWords([{ ...typed('Short'), lines: ['Short', 'and something else'] }]);
  expect(words!.lines).toEqual(['Short']);
  expect(
    drawnWords([
      { ...typed('A'), colour: 'url(x)' },
      { ...typed('B'), font: 'Comic' },
      { ...typed('C'), size: 1e9 },
      { ...typed('D'), text: 4 },
    ]),
  ).toEqual([]);
});

it('lies with every paper, over photos and PDF pages too, and is no work of the learner', () => {
  const drawn = drawnOn(sheet(1));
  const papers: Background[] = [
    { kind: 'blank' },
    { kind: 'lined', gap: 20 },
    { kind: 'photo', media: 'm', alt: '' },
    { kind: 'pdf', media: 'm', page: 1 },
  ];
  for (const paper of papers) {
    const background = withDrawing(paper, drawn);
    expect(backgroundShapes(background, 300, 400)).toHaveLength(backgroundShapes(paper, 300, 400).length + 1);
    expect(withDrawing(background)).toEqual(paper);
  }
  const doc = new Y.Doc();
  Y.applyUpdate(
    doc,
    startDocument([{ id: 'p', part: 'a', width: 300, height: 400, background: withDrawing({ kind: 'blank' }, drawn) }]),
  );
  expect(measureProgress(doc).parts.a).toMatchObject({ pages: 1, drawnPages: 0, items: 0, strokes: 0 });
  const [page] = readPages(doc);
  expect(pageItems(doc, 'p')!.size).toBe(0);
  expect(pageToSvg(page!, [[]])).toContain('#C8472F');
});

it('stands in a PDF as text, in a face that has its letters', async () => {
  const items = sheet(0);
  putItem(items, 'words', typed('Лодка Boat'));
  const asked: string[] = [];
  const sources = {
    pdf: () => Promise.reject(new Error('nothing is asked for')),
    picture: () => Promise.resolve(null),
    font: (file: string) => {
      asked.push(file);
      return Promise.resolve(new Uint8Array(readFileSync(join(__dirname, '../../client/public/fonts', file))));
    },
  };
  const bytes = await writePdf(
    [
      {
        plan: {
          id: 'p',
          part: 'a',
          width: 300,
          height: 400,
          background: withDrawing({ kind: 'blank' }, drawnOn(items)),
        },
        items: [],
      },
    ],
    sources,
  );
  expect(asked.length).toBeGreaterThan(1);
  const words = execFileSync('pdftotext', ['-', '-'], { input: bytes }).toString();
  expect(words).toContain('Лодка Boat');
});

it('is in a PDF with the paper', async () => {
  const plan = {
    id: 'p',
    part: 'a',
    width: 300,
    height: 400,
    background: withDrawing({ kind: 'blank' }, drawnOn(sheet(30))),
  };
  const none = () => Promise.reject(new Error('nothing is asked for'));
  const [bare, full] = await Promise.all(
    [{ ...plan, background: { kind: 'blank' as const } }, plan].map((page) =>
      writePdf([{ plan: page, items: [] }], { pdf: none, picture: none, font: none }),
    ),
  );
  expect(full!.length).toBeGreaterThan(bare!.length + 500);
});

it('keeps only so many strokes, none that shine through, and nothing that is damaged', () => {
  expect(drawnOn(sheet(MAX_DRAWN + 20))).toHaveLength(MAX_DRAWN);
  expect(drawnOn(sheet(3, 'highlighter'))).toEqual([]);
  const [good] = drawnOn(sheet(1));
  const hostile: unknown[] = [
    null,
    7,
    { kind: 'stroke', points: 'AAAA', colour: '#000000' },
    { ...good, points: '%%%' },
    { ...good, colour: 'url(x)' },
    { kind: 'text', text: 'x' },
    good,
  ];
  expect(drawnShapes(hostile)).toHaveLength(1);
  for (const value of [undefined, 'x', {}, 3]) expect(drawnShapes(value)).toEqual([]);
  const plan = readPlan({
    ...EMPTY_PLAN,
    parts: [
      {
        id: '6f1d3b0e-0d0c-4b53-9a3e-0f6f0f0f0f0f',
        kind: 'page',
        title: 'A',
        settings: { sheets: [{ width: 300, height: 400, background: { kind: 'lined', gap: 20, drawn: hostile } }] },
      },
    ],
  });
  expect(sheetsOf(plan.parts[0]!)[0]!.background).toEqual({ kind: 'lined', gap: 20, drawn: [good] });
  expect(readPlan(plan)).toEqual(plan);
});
