/**
 * What is written is read back by other programs: poppler draws it and tells its words, qpdf checks it, pdf.js-like
 * reading by pdf-lib tells annotations.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { degrees, PDFArray, PDFDict, PDFDocument, PDFHexString, PDFName, type PDFNumber, StandardFonts } from 'pdf-lib';
import { inkFromRows } from '../ink/ink';
import { MARK_EDGE } from '../ink/tools';
import type { PagePlan } from '../page/document';
import type { Item } from '../page/item';
import { OTHERS_OPACITY } from '../page/svg';
import { applyTo, IDENTITY, inverse, translation, type Matrix } from '../math/matrix';
import { OTHER_FONT_FILES } from './fontFiles';
import { lettersOf } from './letterRanges';
import { pageSize, userToPage, type PageBox } from './pageSpace';
import { textFlow, type TextRun } from './textFlow';
import { PdfSourceError } from './openPdf';
import { pageBox, writePdf, type PdfSources } from './write';

const folder = mkdtempSync(join(tmpdir(), 'lippet-pdf-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const common = { order: 'a1', at: Date.UTC(2026, 10, 25), matrix: IDENTITY };
const stroke = (points: [number, number][], more: Partial<Extract<Item, { kind: 'stroke' }>> = {}): Item => ({
  ...common,
  id: 's',
  kind: 'stroke',
  tool: 'pen',
  colour: '#C8472F',
  width: 8,
  ink: inkFromRows(points.map(([x, y], i) => [x, y, 0.5, i * 10])),
  ...more,
});
const text = (words: string, x: number, y: number): Item => ({
  ...common,
  id: 't',
  kind: 'text',
  text: words,
  lines: words.split('\n'),
  width: 200,
  size: 20,
  font: 'reading',
  colour: '#1C2A33',
  align: 'left',
  spot: null,
  matrix: translation(x, y),
});
const highlight = (quad: number[], style: 'highlight' | 'strike' = 'highlight'): Item => ({
  ...common,
  id: 'm',
  kind: 'mark',
  style,
  colour: '#F0AE2E',
  quads: [quad],
  text: 'tide',
  note: 'Look here',
});
const pin = (x: number, y: number): Item => ({
  ...common,
  id: 'p',
  kind: 'pin',
  voice: null,
  note: 'Where is the boat?',
  matrix: translation(x, y),
});

const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAIAAAACCAIAAAD91JpzAAAAFklEQVR4nGNkWMDAwMDAxMDAwMDAAAAJDAEG2c2jXwAAAABJRU5ErkJggg==',
  'base64',
);
const sources = (pdfs: Record<string, Uint8Array> = {}): PdfSources => ({
  pdf: (media) => Promise.resolve(pdfs[media]!),
  picture: (media) => Promise.resolve(media === 'gone' ? null : PNG),
  font: (file) => Promise.resolve(readFileSync(join('client', 'public', 'fonts', file))),
});
const PAGE: PagePlan = { id: 'x', part: 'a', width: 300, height: 400, background: { kind: 'blank' } };

function saved(bytes: Uint8Array): string {
  const path = join(folder, `${Math.random()}.pdf`);
  writeFileSync(path, bytes);
  execFileSync('qpdf', ['--check', path]); // throws on a file that is not in order
  return path;
}

/** A page as poppler draws it at one pixel a point: colour at a place of it, as it is seen. */
function drawn(bytes: Uint8Array, page = 1) {
  const ppm = execFileSync('pdftoppm', ['-r', '72', '-cropbox', '-f', String(page), '-l', String(page), saved(bytes)], {
    maxBuffer: 1 << 26,
  });
  const head = /^P6\s(\d+)\s(\d+)\s255\s/.exec(ppm.subarray(0, 60).toString('latin1'))!;
  const [width, height, start] = [Number(head[1]), Number(head[2]), head[0].length];
  return {
    width,
    height,
    at(x: number, y: number): string {
      const place = start + 3 * (Math.round(y) * width + Math.round(x));
      return `#${ppm
        .subarray(place, place + 3)
        .toString('hex')
        .toUpperCase()}`;
    },
  };
}

const channelsOf = (colour: string): number[] => [1, 3, 5].map((i) => parseInt(colour.slice(i, i + 2), 16));

/** A colour of what others made, on white paper. */
const paled = (colour: string): number[] =>
  channelsOf(colour).map((channel) => OTHERS_OPACITY * channel + (1 - OTHERS_OPACITY) * 255);

/** Renderers round differently. */
function expectNear(colour: string, wanted: readonly number[]): void {
  channelsOf(colour).forEach((channel, i) => expect(Math.abs(channel - wanted[i]!)).toBeLessThanOrEqual(2));
}

/** A source of one page of 300 × 400 with a crop box off the origin, turned. */
async function odd(rotate: number): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  const page = pdf.addPage([500, 600]);
  page.setCropBox(70, 90, 300, 400);
  page.setRotation(degrees(rotate));
  page.drawText('low tide', { x: 100, y: 300, size: 24, font: await pdf.embedFont(StandardFonts.Helvetica) });
  return pdf.save();
}

describe('the space of a PDF page', () => {
  it.each([0, 90, 180, 270, -90, 450])('turned by %i lies with its seen corner at the origin', (rotate) => {
    const box: PageBox = { box: [70, 90, 370, 490], rotate, userUnit: 1 };
    const { width, height } = pageSize(box);
    const corners = [
      [70, 90],
      [370, 90],
      [370, 490],
      [70, 490],
    ].map(([x, y]) => applyTo(userToPage(box), x!, y!));
    expect([Math.min(...corners.map(({ x }) => x)), Math.min(...corners.map(({ y }) => y))]).toEqual([
      expect.closeTo(0),
      expect.closeTo(0),
    ]);
    expect([Math.max(...corners.map(({ x }) => x)), Math.max(...corners.map(({ y }) => y))]).toEqual([
      expect.closeTo(width),
      expect.closeTo(height),
    ]);
  });

  it('turned by what is no quarter turn is not turned', () => {
    const box: PageBox = { box: [0, 0, 100, 50], rotate: 45, userUnit: 1 };
    expect(pageSize(box)).toEqual({ width: 100, height: 50 });
    expect(applyTo(userToPage(box), 0, 50)).toEqual({ x: 0, y: 0 });
  });

  it.each<[string, number[], number[] | null]>([
    ['the upper right corner first', [300, 400, 0, 0], null],
    ['both with their corners the other way', [300, 400, 0, 0], [320, 420, -20, -20]],
  ])('of a media box with %s is the page that is seen', async (_, media, crop) => {
    const pdf = await PDFDocument.create();
    const page = pdf.addPage([300, 400]);
    page.node.set(PDFName.of('MediaBox'), pdf.context.obj(media));
    if (crop) page.node.set(PDFName.of('CropBox'), pdf.context.obj(crop));
    const plan: PagePlan = { ...PAGE, background: { kind: 'pdf', media: 'odd', page: 1 } };
    const line = stroke([
      [30, 40],
      [130, 40],
    ]);
    for (const style of ['flat', 'annotations'] as const) {
      const bytes = await writePdf([{ plan, items: [line] }], sources({ odd: await pdf.save() }), { style });
      expect(drawn(bytes).at(80, 40)).toBe('#C8472F');
    }
  });

  it('with a crop box that lies beside the page is the whole page', async () => {
    const page = (await PDFDocument.create()).addPage([300, 400]);
    page.setCropBox(1_000, 1_000, 100, 100);
    expect(pageBox(page).box).toEqual([0, 0, 300, 400]);
  });

  it('grows with the user unit', () => {
    expect(pageSize({ box: [0, 0, 100, 50], rotate: 90, userUnit: 2 })).toEqual({ width: 100, height: 200 });
  });
});

/** What pdf.js tells of a file's first page: its own mapping to the page as it is seen, and its runs of text. */
function pdfJs(bytes: Uint8Array): { transform: Matrix; runs: TextRun[] } {
  const path = join(folder, `${Math.random()}.pdf`);
  writeFileSync(path, bytes);
  const script =
    `
    import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
    import { readFileSync } from 'node:fs';
    const pdf = await getDocument({ data: new Uint8Array(readFileSync(${JSON.stringify(path)})), ` +
    `verbosity: 0 }).promise;
    const page = await pdf.getPage(1);
    const { items } = await page.getTextContent();
    const runs = items.filter(({ str }) => str.trim()).map(({ str, transform, width }) => ({ text: ` +
    `str, transform, width, ascent: 0.75, descent: -0.22 }));
    process.stdout.write(JSON.stringify({ transform: page.getViewport({ scale: 1 }).transform, runs }));`;
  return JSON.parse(
    execFileSync('node', ['--input-type=module', '-e', script], { stdio: ['ignore', 'pipe', 'ignore'] }).toString(),
  ) as { transform: Matrix; runs: TextRun[] };
}

describe('a page that pdf.js reads', () => {
  it.each([0, 90, 180, 270])(
    'turned by %i is mapped as we map it, and its words lie where poppler draws them',
    async (rotate) => {
      const bytes = await odd(rotate);
      const { transform, runs } = pdfJs(bytes);
      const ours = userToPage(pageBox((await PDFDocument.load(bytes)).getPage(0)));
      transform.forEach((value, i) => expect(value).toBeCloseTo(ours[i]!, 6));
      const words = textFlow(runs, ours);
      expect(words.map(({ text: word }) => word)).toEqual(['low', 'tide']);
      const picture = drawn(bytes);
      const dark: [number, number][] = [];
      for (let y = 0; y < picture.height; y++)
        for (let x = 0; x < picture.width; x++) if (picture.at(x, y) < '#80') dark.push([x, y]);
      const corners = words.flatMap(({ quad }) => [0, 2, 4, 6].map((i): [number, number] => [quad[i]!, quad[i + 1]!]));
      const box = (points: [number, number][]): number[] => [
        Math.min(...points.map(([x]) => x)),
        Math.min(...points.map(([, y]) => y)),
        Math.max(...points.map(([x]) => x)),
        Math.max(...points.map(([, y]) => y)),
      ];
      // The quads reach from descent to ascent, the ink from the base line to the top of an l.
      box(dark).forEach((value, i) => expect(Math.abs(value - box(corners)[i]!)).toBeLessThan(7));
    },
  );
});

describe('a PDF drawn flat', () => {
  it('has ink, areas, pictures and paper where they lay', async () => {
    const area: Item = {
      ...common,
      id: 'f',
      kind: 'fill',
      colour: '#2A6A8C',
      rings: [
        Float64Array.of(200, 20, 280, 20, 280, 100, 200, 100),
        Float64Array.of(220, 40, 260, 40, 260, 80, 220, 80),
      ],
    };
    const picture: Item = {
      ...common,
      id: 'i',
      kind: 'picture',
      media: 'm',
      width: 60,
      height: 60,
      crop: [0, 0, 1, 1],
      alt: '',
      spot: null,
      matrix: translation(200, 300),
    };
    const lined: PagePlan = { ...PAGE, background: { kind: 'lined', gap: 50 } };
    const page = drawn(
      await writePdf(
        [
          {
            plan: lined,
            items: [
              area,
              stroke([
                [20, 50],
                [120, 50],
              ]),
              picture,
            ],
          },
        ],
        sources(),
      ),
    );
    expect([page.width, page.height]).toEqual([300, 400]);
    expect(page.at(70, 50)).toBe('#C8472F');
    expect(page.at(70, 60)).toBe('#FFFFFF');
    expect(page.at(210, 30)).toBe('#2A6A8C');
    expect(page.at(240, 60)).toBe('#FFFFFF'); // the hole
    expect(page.at(70, 100)).not.toBe('#FFFFFF'); // a line of the paper
    expect(page.at(230, 330)).not.toBe('#FFFFFF');
    expect(page.at(190, 330)).toBe('#FFFFFF');
  });

  it.each(['flat', 'annotations'] as const)('draws what others made on a sheet for all faintly (%s)', async (style) => {
    const line = (y: number, more: Partial<Extract<Item, { kind: 'stroke' }>>): Item =>
      stroke(
        [
          [20, y],
          [120, y],
        ],
        { id: `s${y}`, ...more },
      );
    const area = (x: number, others: boolean): Item => ({
      ...common,
      id: `f${x}`,
      kind: 'fill',
      colour: '#2A6A8C',
      rings: [Float64Array.of(x, 100, x + 40, 100, x + 40, 140, x, 140)],
      ...(others ? { others } : {}),
    });
    const items = [line(50, {}), line(80, { others: true }), area(150, false), area(220, true)];
    const page = drawn(await writePdf([{ plan: PAGE, items }], sources(), { style }));
    expect(page.at(70, 50)).toBe('#C8472F');
    expectNear(page.at(70, 80), paled('#C8472F'));
    expect(page.at(170, 120)).toBe('#2A6A8C');
    expectNear(page.at(240, 120), paled('#2A6A8C'));
  });

  it('lays the highlighter under what is dark: it multiplies', async () => {
    const glow = stroke(
      [
        [10, 50],
        [200, 50],
      ],
      { id: 'g', tool: 'highlighter', colour: '#F0AE2E', width: 30 },
    );
    const page = drawn(
      await writePdf(
        [
          {
            plan: PAGE,
            items: [
              stroke(
                [
                  [50, 20],
                  [50, 90],
                ],
                { colour: '#1C2A33' },
              ),
              glow,
            ],
          },
        ],
        sources(),
      ),
    );
    expect(page.at(120, 50)).toBe('#F0AE2E');
    const dark = page.at(50, 50);
    expect([1, 3, 5].every((i) => parseInt(dark.slice(i, i + 2), 16) < 0x34)).toBe(true);
  });

  it('sets words as words, letters of other languages too, where they stood', async () => {
    const path = saved(
      await writePdf([{ plan: PAGE, items: [text('Keeper’s Rock\nŽeljko’s boat ✈', 40, 100)] }], sources(), {
        title: 'My map',
      }),
    );
    const words = execFileSync('pdftotext', ['-bbox', path, '-']).toString();
    const rock = /xMin="([\d.]+)" yMin="([\d.]+)"[^>]*>Keeper’s/.exec(words)!;
    expect(Number(rock[1])).toBeCloseTo(40, -0.5);
    expect(Math.abs(Number(rock[2]) - 100)).toBeLessThan(12);
    expect(words).toContain('Željko’s');
    expect(words).toContain('✈');
    expect(execFileSync('pdffonts', [path]).toString()).toMatch(/Andika.*yes/);
    expect(execFileSync('pdfinfo', [path]).toString()).toMatch(/Title:\s+My map/);
  });

  it.each([
    ['Cyrillic', 'Маяк светит'],
    ['Greek', 'Ο φάρος λάμπει'],
    ['Vietnamese', 'Ngọn hải đăng'],
    ['Hebrew', 'המגדלור מאיר'],
    ['Arabic', 'المنارة'],
    ['Devanagari', 'दीपस्तंभ'],
    ['Thai', 'ประภาคาร'],
    ['Bengali', 'বাতিঘর'],
    ['Gujarati', 'દીવાદાંડી'],
    ['Gurmukhi', 'ਚਾਨਣ ਮੁਨਾਰਾ'],
    ['Tamil', 'கலங்கரை விளக்கம்'],
    ['Telugu', 'దీపస్తంభం'],
    ['Sinhala', 'ප්‍රදීපාගාරය'],
    ['Georgian', 'შუქურა ანათებს'],
    ['Armenian', 'փարոս'],
    ['Ethiopic', 'የመብራት ቤት'],
    ['Chinese', '灯塔照亮海面，船回港了。'],
    ['Japanese', '灯台のひかりがとどく'],
    ['Korean', '등대가 빛난다'],
    ['more than one script', 'Boat means лодка and סירה, says Kit'],
    ['pictures among letters', 'I like ⛵ and 🐋 best'],
  ])('sets words in %s, and another program reads them', async (_script, words) => {
    const path = saved(
      await writePdf(
        [{ plan: { ...PAGE, width: 600 }, items: [{ ...text(words, 40, 100), width: 500 } as Item] }],
        sources(),
      ),
    );
    // Where letters change their shape after each other, a file names the shapes: what is read may be composed anew.
    expect(
      execFileSync('pdftotext', [path, '-'])
        .toString()
        .normalize('NFKC')
        .replaceAll(/[\u200e\u200f\u202a-\u202e]/g, '')
        .trim(),
    ).toBe(words.normalize('NFKC'));
  });

  it('sets any letters after each other, also as no language has them', async () => {
    const scripts = [
      '\u0e01\u0e38\u0e49\u0e33',
      '\u0915\u094d\u093f\u0902\u200d',
      '\u0995\u09bf\u09cd\u09be',
      '\u0a1a\u0a3e\u0a71\u0a4d',
      '\u0b95\u0bc8\u0bcd\u0bbf',
      '\u0627\u0651\u064b\u0644\u0622',
      '\u05d1\u05bc\u05b0',
      '\u0d9a\u0dca\u200d\u0dbb\u0dd2',
      '\u0c15\u0c4d\u0c3f',
      '\u0a95\u0abf\u0acd',
      'A\u0301\u1200',
    ];
    const words = fc
      .array(fc.constantFrom(...scripts.join('')), { minLength: 1, maxLength: 14 })
      .map((letters) => letters.join(''));
    await fc.assert(
      fc.asyncProperty(fc.array(words, { minLength: 12, maxLength: 12 }), async (lines) => {
        saved(await writePdf([{ plan: PAGE, items: [text(lines.join('\n'), 20, 10)] }], sources()));
      }),
      { numRuns: 8 },
    );
  });

  it('draws letters of every file of other faces: none is there and not seen', async () => {
    const CELL = 26;
    const shown = OTHER_FONT_FILES.flatMap(({ ranges }) => {
      const all = lettersOf(ranges).filter(
        (letter) =>
          /^[\p{Lo}\p{Lu}\p{Emoji_Presentation}]$/u.test(letter) &&
          !/[\p{Lm}\u{1f1e6}-\u{1f1ff}\u{1f3fb}-\u{1f3ff}\u3164\uffa0\u115f\u1160]/u.test(letter),
      );
      return all.filter((_, i) => i % Math.ceil(all.length / 12) === 0);
    });
    const across = 30;
    const down = Math.ceil(shown.length / across);
    const plan: PagePlan = { ...PAGE, width: across * CELL, height: down * CELL };
    const items = shown.map(
      (letter, i): Item =>
        ({
          ...text(letter, 4 + (i % across) * CELL, Math.floor(i / across) * CELL),
          id: `t${i}`,
          size: 16,
          width: CELL,
        }) as Item,
    );
    const page = drawn(await writePdf([{ plan, items }], sources()));
    const inked = (i: number): boolean => {
      for (let dy = 1; dy < CELL - 1; dy++)
        for (let dx = 1; dx < CELL - 1; dx++)
          if (parseInt(page.at((i % across) * CELL + dx, Math.floor(i / across) * CELL + dy).slice(1, 3), 16) < 0xa0)
            return true;
      return false;
    };
    expect(shown.length).toBeGreaterThan(500);
    expect(shown.filter((_, i) => !inked(i)).join(' ')).toBe('');
  });

  it('shows that a letter is missing where no face has it, and never leaves it out unseen', async () => {
    const path = saved(await writePdf([{ plan: PAGE, items: [text('A 𓊛 at sea', 40, 100)] }], sources()));
    expect(execFileSync('pdftotext', [path, '-']).toString()).toContain('A ? at sea');
  });

  it.each([0, 90, 180, 270])(
    'draws onto a page that is cropped off the origin and turned by %i where it was seen',
    async (rotate) => {
      const plan: PagePlan = {
        ...PAGE,
        ...(rotate % 180 === 0 ? {} : { width: 400, height: 300 }),
        background: { kind: 'pdf', media: 'odd', page: 1 },
      };
      const page = drawn(
        await writePdf(
          [
            {
              plan,
              items: [
                stroke([
                  [30, 40],
                  [130, 40],
                ]),
              ],
            },
          ],
          sources({ odd: await odd(rotate) }),
        ),
      );
      expect([page.width, page.height]).toEqual([plan.width, plan.height]);
      expect(page.at(80, 40)).toBe('#C8472F');
      expect(page.at(80, 52)).toBe('#FFFFFF');
    },
  );

  it('puts the notes of pins behind the pages', async () => {
    const path = saved(await writePdf([{ plan: PAGE, items: [pin(50, 60)] }], sources()));
    expect(execFileSync('pdfinfo', [path]).toString()).toMatch(/Pages:\s+2/);
    expect(execFileSync('pdftotext', [path, '-']).toString()).toMatch(/Page 1, pin 1\s+Where is the boat\?/);
  });

  it('breaks notes where the paper ends, in whatever letters they are', async () => {
    const note = `${'灯塔照亮海面'.repeat(20)} and then ${'the boat went out again '.repeat(12)}${'W'.repeat(120)}`;
    const path = saved(await writePdf([{ plan: PAGE, items: [{ ...pin(50, 60), note } as Item] }], sources()));
    const words = execFileSync('pdftotext', ['-f', '2', '-bbox', path, '-']).toString();
    const ends = [...words.matchAll(/xMax="([\d.]+)"[^>]*>([^<]+)</g)].map(([, x]) => Number(x));
    expect(Math.max(...ends)).toBeLessThan(595 - 40);
    expect(execFileSync('pdftotext', ['-f', '2', path, '-']).toString().replaceAll(/\s/g, '')).toContain(
      note.replaceAll(/\s/g, ''),
    );
  });

  it('takes a page of the same file twice, pages of another file, and pages that are missing a picture', async () => {
    const two = await odd(0);
    const pdfPage = (media: string): PagePlan => ({ ...PAGE, background: { kind: 'pdf', media, page: 1 } });
    const gone: Item = {
      ...common,
      id: 'i',
      kind: 'picture',
      media: 'gone',
      width: 60,
      height: 60,
      crop: [0, 0, 1, 1],
      alt: '',
      spot: null,
    };
    const out = await writePdf(
      [
        { plan: pdfPage('odd'), items: [] },
        { plan: PAGE, items: [gone] },
        {
          plan: pdfPage('odd'),
          items: [
            stroke([
              [30, 40],
              [130, 40],
            ]),
          ],
        },
        { plan: pdfPage('other'), items: [] },
      ],
      sources({ odd: two, other: await odd(90) }),
    );
    expect(execFileSync('pdfinfo', [saved(out)]).toString()).toMatch(/Pages:\s+4/);
    expect(drawn(out, 1).at(80, 40)).toBe('#FFFFFF');
    expect(drawn(out, 3).at(80, 40)).toBe('#C8472F');
  });

  it('says so where the file below can’t be added to', async () => {
    await expect(
      writePdf(
        [{ plan: { ...PAGE, background: { kind: 'pdf', media: 'bad', page: 1 } }, items: [] }],
        sources({ bad: Buffer.from('%PDF-1.4 nothing') }),
      ),
    ).rejects.toThrow(PdfSourceError);
  });
});

describe('the ink of marks', () => {
  const line = (y: number, more: Parameters<typeof stroke>[1] = {}): Item =>
    stroke(
      [
        [20, y],
        [200, y],
      ],
      { id: `at-${y}`, ...more },
    );
  /** Colours that are met on the way down across a line. */
  const across = (page: ReturnType<typeof drawn>, y: number): Set<string> =>
    new Set(Array.from({ length: 40 }, (_, i) => page.at(100, y - 10 + i / 2)));
  const work = line(50);
  const marks = [line(120), line(124, { id: 'beside', colour: '#2A6A8C' }), line(200, { tool: 'highlighter' })];

  it.each(['flat', 'annotations'] as const)('has an edge that no other ink has, %s', async (style) => {
    const page = drawn(await writePdf([{ plan: PAGE, items: [work], marks }], sources(), { style }));
    expect([50, 120, 200].map((y) => across(page, y).has(MARK_EDGE.colour))).toEqual([false, true, false]);
    expect(page.at(100, 50)).toBe('#C8472F');
  });

  it('lies above the edges of all marks where it is drawn flat', async () => {
    const page = drawn(await writePdf([{ plan: PAGE, items: [work], marks }], sources()));
    // The second line lies so near that its edge reaches into the first.
    expect([119, 125].map((y) => page.at(100, y))).toEqual(['#C8472F', '#2A6A8C']);
  });

  it('takes its edge along where its annotation is deleted, and its box holds both', async () => {
    const bytes = await writePdf([{ plan: PAGE, items: [work], marks: [line(120)] }], sources(), {
      style: 'annotations',
    });
    const document = await PDFDocument.load(bytes);
    const page = document.getPage(0);
    const boxes = page.node
      .Annots()!
      .asArray()
      .map((ref) => document.context.lookup(ref, PDFDict).lookup(PDFName.of('Rect'), PDFArray));
    const heights = boxes.map((box) => {
      const [, bottom, , top] = box.asArray().map((side) => (side as PDFNumber).asNumber());
      return top! - bottom!;
    });
    expect(heights[1]! - heights[0]!).toBeCloseTo(2 * MARK_EDGE.reach, 2);
    page.node.delete(PDFName.of('Annots'));
    expect([...across(drawn(await document.save()), 120)]).toEqual(['#FFFFFF']);
  });
});

describe('a PDF with annotations', () => {
  const numbers = (array: unknown): number[] =>
    (array as PDFArray).asArray().map((entry) => (entry as PDFNumber).asNumber());

  it.each([0, 90, 180, 270])('has each in its place on a page turned by %i, and looks the same', async (rotate) => {
    const plan: PagePlan = {
      ...PAGE,
      ...(rotate % 180 === 0 ? {} : { width: 400, height: 300 }),
      background: { kind: 'pdf', media: 'odd', page: 1 },
    };
    const items = [
      stroke([
        [30, 40],
        [130, 40],
        [130, 90],
      ]),
      highlight([40, 200, 140, 200, 140, 220, 40, 220]),
      { ...highlight([40, 240, 140, 240, 140, 260, 40, 260], 'strike'), id: 'k' },
      text('hello', 150, 100),
      pin(200, 180),
    ];
    const bytes = await writePdf([{ plan, items }], sources({ odd: await odd(rotate) }), { style: 'annotations' });
    const page = (await PDFDocument.load(bytes)).getPage(0);
    const toPage = userToPage(pageBox(page));
    const annotations = page.node
      .Annots()!
      .asArray()
      .map((ref) => page.doc.context.lookup(ref, PDFDict));
    const kind = (dict: PDFDict): string => String(dict.lookup(PDFName.of('Subtype')));
    expect(annotations.map(kind)).toEqual(['/Ink', '/Highlight', '/StrikeOut', '/FreeText', '/Text']);
    const ink = numbers(annotations[0]!.lookup(PDFName.of('InkList'), PDFArray).lookup(0));
    const back = [0, 2, 4].map((i) => applyTo(toPage, ink[i]!, ink[i + 1]!));
    [
      [30, 40],
      [130, 40],
      [130, 90],
    ].forEach(([x, y], i) => expect([back[i]!.x, back[i]!.y]).toEqual([expect.closeTo(x!, 1), expect.closeTo(y!, 1)]));
    const quad = numbers(annotations[1]!.lookup(PDFName.of('QuadPoints')));
    expect([applyTo(toPage, quad[0]!, quad[1]!).x, applyTo(toPage, quad[0]!, quad[1]!).y]).toEqual([
      expect.closeTo(40, 1),
      expect.closeTo(200, 1),
    ]);
    expect([applyTo(toPage, quad[4]!, quad[5]!).x, applyTo(toPage, quad[4]!, quad[5]!).y]).toEqual([
      expect.closeTo(40, 1),
      expect.closeTo(220, 1),
    ]);
    expect(annotations[1]!.lookup(PDFName.of('Contents'), PDFHexString).decodeText()).toBe('Look here');
    expect(annotations[4]!.lookup(PDFName.of('Contents'), PDFHexString).decodeText()).toBe('Where is the boat?');
    for (const annotation of annotations) {
      const [left, bottom, right, top] = numbers(annotation.lookup(PDFName.of('Rect')));
      expect(left! < right! && bottom! < top!).toBe(true);
    }
    const picture = drawn(bytes);
    expect(picture.at(80, 40)).toBe('#C8472F');
    expect(picture.at(90, 210)).not.toBe('#FFFFFF');
    // The line around it is whole, also along the sign's upper edge and at its point.
    expect([154.5, 182].map((y) => picture.at(200, y) === '#FFFFFF')).toEqual([false, false]);
    // A pin's sign hangs above its point, upright, whichever way the page is turned.
    expect([170, 180, 190].map((y) => picture.at(200, y) === '#FFFFFF')).toEqual([false, false, true]);
    expect([185, 215].map((x) => picture.at(x, 165))).toEqual(['#FFFFFF', '#FFFFFF']);
    expect(inverse(toPage)).not.toBeNull();
  });
});

describe('a form', () => {
  it('leaves as filled fields that stay fields', async () => {
    const pdf = await PDFDocument.create();
    const page = pdf.addPage([300, 400]);
    const form = pdf.getForm();
    form.createTextField('name').addToPage(page, { x: 20, y: 340, width: 200, height: 24 });
    form.createCheckBox('bicycle').addToPage(page, { x: 20, y: 300, width: 20, height: 20 });
    const from = form.createDropdown('from');
    from.addOptions(['Quay', 'Mill']);
    from.addToPage(page, { x: 20, y: 240, width: 100, height: 24 });
    const value = (name: string, to: string): Item => ({
      ...common,
      id: `field:${name}`,
      kind: 'field',
      name,
      value: to,
    });
    const plan: PagePlan = { ...PAGE, background: { kind: 'pdf', media: 'form', page: 1 } };
    const out = await writePdf(
      [
        {
          plan,
          items: [
            value('name', 'Nell Garrick'),
            value('bicycle', 'on'),
            value('from', 'Mill'),
            value('nowhere', 'x'),
            value('from', 'Moon'),
          ].slice(0, 4),
        },
      ],
      sources({ form: await pdf.save() }),
    );
    const back = (await PDFDocument.load(out)).getForm();
    expect(back.getTextField('name').getText()).toBe('Nell Garrick');
    expect(back.getCheckBox('bicycle').isChecked()).toBe(true);
    expect(back.getDropdown('from').getSelected()).toEqual(['Mill']);
    expect(execFileSync('pdftotext', [saved(out), '-']).toString()).toContain('Nell Garrick');
  });
});
