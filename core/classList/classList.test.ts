import fc from 'fast-check';
import { PDFDocument } from 'pdf-lib';
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { KeyCard } from '../contract/groups';
import { writeKeyCards } from './keyCards';
import { decodeListText, ListTextError } from './listText';
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
    expect(readClassList(rows, { headed: true, columns: { name: 0, family: 1, signIn: null } })).toEqual({
      lines: [
        { line: 2, name: 'Fern Oduya', signInName: null },
        { line: 4, name: 'Bo', signInName: null },
      ],
      learners: [
        { name: 'Fern Oduya', signInName: null },
        { name: 'Bo', signInName: null },
      ],
      troubles: [],
    });
  });

  it.each([
    [
      ['Vorname', 'Nachname', 'Benutzername'],
      [0, 1, 2],
    ],
    [
      ['NOM', 'Prénom :', 'Classe'],
      [1, 0, null],
    ],
    [
      ['Apellidos', 'Nombre'],
      [1, 0, null],
    ],
    [
      ['Soyadı', 'Adı'],
      [1, 0, null],
    ],
    [
      ['Imię i nazwisko', 'Klasa'],
      [0, null, null],
    ],
    [
      ['Фамилия', 'Имя'],
      [1, 0, null],
    ],
    [
      ['Class', 'Surname'],
      [1, null, null],
    ],
  ])('knows the headings %j', (heads, [name, family, signIn]) => {
    expect(guessColumns([heads])).toEqual({ headed: true, columns: { name, family, signIn } });
  });

  it('leaves out whom the teacher does not want, and what is wrong with them', () => {
    const rows = [['Fern', 'fern.o'], ['Bo', 'FERN.O'], ['', 'cy'], ['Di']];
    const columns = { name: 0, family: null, signIn: 1 };
    const { lines, learners, troubles } = readClassList(rows, { headed: false, columns, leftOut: new Set([1, 3]) });
    expect(lines.map(({ line }) => line)).toEqual([1, 2, 3, 4]);
    expect(learners.map(({ name }) => name)).toEqual(['Bo', 'Di']);
    expect(troubles).toEqual([]);
  });

  it.each([
    ['UTF-8', Buffer.from('Zoë Çelik')],
    ['UTF-8 with its mark', Buffer.from('\ufeffZoë Çelik')],
    ['UTF-16 with its mark', Buffer.from('\ufeffZoë Çelik', 'utf16le')],
    ['UTF-16 the other way round', Buffer.from('\ufeffZoë Çelik', 'utf16le').swap16()],
    ['Windows-1252', Buffer.from('Zoë Çelik', 'latin1')],
  ])('is read in %s', (_, bytes) => {
    expect(decodeListText(bytes)).toBe('Zoë Çelik');
  });

  it.each([
    ['a picture', Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13])],
    ['UTF-16 without a mark', Buffer.from('Zoë', 'utf16le')],
    ['half of UTF-16', Buffer.from([0xff, 0xfe, 0x5a])],
    ['what Windows-1252 has no letter for', Buffer.from([0x5a, 0x6f, 0x81])],
    ['what was broken before', Buffer.from('Zo\ufffd')],
  ])('is refused with a sentence where it is %s', (_, bytes) => {
    expect(() => decodeListText(bytes)).toThrow(ListTextError);
    expect(() => decodeListText(bytes)).toThrow(/Save it as CSV in UTF-8/);
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
    const { troubles } = readClassList(rows, {
      headed: true,
      columns: { name: 0, family: null, signIn: 1 },
      taken: new Set(['ada']),
    });
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
        { headed: false, columns: { name: 0, family: null, signIn: null } },
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
