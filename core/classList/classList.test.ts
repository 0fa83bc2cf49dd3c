import fc from 'fast-check';
import { PDFDocument } from 'pdf-lib';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { KeyCard } from '../contract/groups';
import { writeKeyCards } from './keyCards';
import { guessColumns, readClassList, signInNameOf } from './readClassList';

describe('a class list', () => {
  it('finds its columns by their headings, and takes a list without any as names', () => {
    expect(guessColumns([['Class', 'Surname', 'First name', 'Username']])).toEqual({
      headed: true,
      columns: { name: 2, family: 1, signIn: 3 },
    });
    expect(guessColumns([['Fern Oduya'], ['Bo Lind']])).toEqual({
      headed: false,
      columns: { name: 0, family: null, signIn: null },
    });
  });

  it('joins names, passes over empty lines, and tidies spaces', () => {
    const rows = [
      ['First name', 'Surname'],
      ['Fern ', ' Oduya'],
      ['', ''],
      ['Bo', ''],
    ];
    expect(readClassList(rows, true, { name: 0, family: 1, signIn: null })).toEqual({
      learners: [
        { name: 'Fern Oduya', signInName: null },
        { name: 'Bo', signInName: null },
      ],
      troubles: [],
    });
  });

  it('tells what is wrong by line', () => {
    const rows = [
      ['Name', 'Login'],
      ['Fern', 'fern.o'],
      ['', 'bo'],
      ['Bo', 'Fern.O'],
      ['Cy', 'cy smith'],
      ['Di', 'ada'],
      ['x'.repeat(81), ''],
    ];
    const { troubles } = readClassList(rows, true, { name: 0, family: null, signIn: 1 }, new Set(['ada']));
    expect(troubles.map(({ line, words }) => `${line}: ${words}`)).toEqual([
      '3: There is no name.',
      '4: The sign-in name “Fern.O” stands in line 2 too.',
      '5: “cy smith” is no sign-in name: letters, digits, dots and dashes only.',
      '6: The sign-in name “ada” is in use already.',
      '7: The name is longer than 80 characters.',
    ]);
    expect(
      readClassList(
        Array.from({ length: 201 }, (_, i) => [`L${i}`]),
        false,
        { name: 0, family: null, signIn: null },
      ).troubles,
    ).toHaveLength(1);
  });

  it('makes sign-in names that nobody has, of any name', () => {
    expect([
      signInNameOf('Úna O’Shea', new Set()),
      signInNameOf('Úna O’Shea', new Set(['una.oshea', 'una.oshea.2'])),
      signInNameOf('!!', new Set()),
    ]).toEqual(['una.oshea', 'una.oshea.3', 'learner']);
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (name) => {
        const made = signInNameOf(name, new Set());
        expect(made).toMatch(/^[\p{L}\p{N}][\p{L}\p{N}.]*$/u);
        expect(signInNameOf(name, new Set([made]))).not.toBe(made);
      }),
    );
  });
});

describe('key cards', () => {
  const font = (file: string): Promise<Uint8Array> =>
    Promise.resolve(readFileSync(join('client', 'public', 'fonts', file)));
  const card = (n: number): KeyCard => ({
    id: String(n),
    name: n === 0 ? 'Fern 🌊 with a name that is far too long to stand on one card' : `Learner ${n}`,
    group: 'Terns',
    code: 'TERNS2',
    signInName: `l${n}`,
    ...(n % 2
      ? { pictures: ['bell', 'moon', 'kite'] as const, password: null }
      : { pictures: null, password: 'kelp-buoy-12' }),
  });
  it.each([
    [1, 1],
    [8, 1],
    [9, 2],
    [30, 4],
  ])('%d cards lie on %d pages', async (count, pages) => {
    const bytes = await writeKeyCards(
      Array.from({ length: count }, (_, i) => card(i)),
      font,
    );
    expect((await PDFDocument.load(bytes)).getPageCount()).toBe(pages);
  });
  it('have a long name in smaller letters, whole', async () => {
    const name = 'Wilhelmina Featherstonehaugh-Llewellyn';
    const words = execFileSync('pdftotext', ['-', '-'], {
      input: await writeKeyCards([{ ...card(2), name }], font),
    }).toString();
    expect(words).toContain(name);
  });
  it('have every name as it is written', async () => {
    const names = [
      'Łukasz Żółć',
      'Nguyễn Thị Ánh',
      'Дмитро Олійник',
      'Ελένη',
      'דניאל',
      'नेहा',
      'สมหญิง',
      '小林さくら',
      'মিতালি',
    ];
    const bytes = await writeKeyCards(
      names.map((name, i) => ({ ...card(2 * i), name })),
      font,
    );
    const words = execFileSync('pdftotext', ['-', '-'], { input: bytes }).toString();
    for (const name of names) expect(words).toContain(name);
    expect(words).not.toContain('?');
  });
});
