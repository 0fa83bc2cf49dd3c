/**
 * Makes our font subsets: only the letters we use, as woff2, named by their content so that browsers may
 * keep them for good; and of the faces that words on a page are set in, TrueType files for PDFs to embed. Writes
 * public/fonts, public/fonts.css and core/pdf/fontFiles.ts. Run after a font package changes; needs Debian's
 * fonts-droid-fallback.
 */
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import fontkit from '@pdf-lib/fontkit';
import subsetFont from 'subset-font';
import { evenGlyphs } from './evenGlyphs.mjs';

const require = createRequire(import.meta.url);
const here = dirname(fileURLToPath(import.meta.url));
const out = join(here, '..', 'public', 'fonts');

/** @param {number} from @param {number} to */
const range = (from, to) => Array.from({ length: to - from + 1 }, (_, i) => String.fromCodePoint(from + i)).join('');
const BASIC = `${range(0x20, 0x7e)}${range(0xa0, 0xff)}–—‘’“”•…€×−`;
const EXTENDED = range(0x100, 0x17f);
const DIGITS = range(0x30, 0x39);
const BASIC_RANGE = 'U+0020-007E, U+00A0-00FF, U+2013-2014, U+2018-2019, U+201C-201D, U+2022, U+2026, U+20AC, U+2212';
const EXTENDED_RANGE = 'U+0100-017F';

const FACES = [
  {
    family: 'Bricolage Grotesque',
    weight: 800,
    file: '@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-SET-wght-normal.woff2',
    axes: { wght: 800 },
    words: 'heading',
  },
  {
    family: 'Atkinson Hyperlegible Next',
    weight: 400,
    file: '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-SET-400-normal.woff2',
    words: 'interface',
  },
  {
    family: 'Atkinson Hyperlegible Next',
    weight: 700,
    file: '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-SET-700-normal.woff2',
  },
  { family: 'Andika', weight: 400, file: '@fontsource/andika/files/andika-SET-400-normal.woff2', words: 'reading' },
];

/**
 * Faces for letters that ours do not have, in PDFs only: on a screen the device has its own. The first that has a
 * letter sets it.
 */
const OTHERS = [
  ...['cyrillic', 'cyrillic-ext', 'greek', 'greek-ext', 'vietnamese', 'latin-ext', 'latin', 'devanagari'].map((set) => [
    'noto-sans',
    set,
  ]),
  ...[
    'hebrew',
    'arabic',
    'thai',
    'bengali',
    'gujarati',
    'gurmukhi',
    'tamil',
    'telugu',
    'sinhala',
    'georgian',
    'armenian',
    'ethiopic',
  ].map((set) => [`noto-sans-${set}`, set]),
  ...Array.from({ length: 10 }, (_, i) => ['noto-emoji', String(i)]),
  // Ticks, crosses, stars and boxes.
  ['noto-sans-symbols-2', 'symbols'],
  ['noto-sans-symbols-2', 'math'],
];

/**
 * Chinese, Japanese and Korean, from Debian's package fonts-droid-fallback (Apache licence 2.0). Files of so many
 * letters in the order of Unicode: one whole would be 3 MB for a single name.
 */
const EAST_ASIAN = '/usr/share/fonts-droid-fallback/truetype/DroidSansFallback.ttf';
const EAST_ASIAN_FROM = 0x2e80;
const LETTERS_A_FILE = 768;

/** The code points that a package's style sheet says a file has. @param {string} name @param {string} set */
function codePointsOf(name, set) {
  const sheet = readFileSync(require.resolve(`@fontsource/${name}/400.css`), 'utf8');
  const face = sheet.split('@font-face').find((block) => block.includes(`${name}-${set}-400-normal.woff2`)) ?? '';
  const ranges = /unicode-range:([^;]+);/.exec(face)?.[1]?.split(',') ?? [];
  return ranges.flatMap((range) => {
    const [from, to] = range
      .trim()
      .slice(2)
      .split('-')
      .map((hex) => parseInt(hex, 16));
    return Array.from({ length: (to ?? from) - from + 1 }, (_, i) => from + i);
  });
}

/** Ranges of code points, as they follow each other. @param {number[]} points */
function rangesOf(points) {
  /** @type {[number, number][]} */
  const ranges = [];
  for (const point of points.sort((a, b) => a - b)) {
    const last = ranges.at(-1);
    if (last && last[1] === point - 1) last[1] = point;
    else ranges.push([point, point]);
  }
  return ranges;
}

rmSync(out, { recursive: true, force: true });
mkdirSync(out, { recursive: true });
let css = '/* Made by scripts/fonts.mjs. */\n';
/** @type {Record<string, string[]>} */
const embedded = {};
for (const { family, weight, file, axes, words } of FACES) {
  for (const [set, letters, unicodeRange] of [
    ['latin', BASIC, BASIC_RANGE],
    ['latin-ext', EXTENDED, EXTENDED_RANGE],
  ]) {
    const source = readFileSync(require.resolve(file.replace('SET', set)));
    const subset = await subsetFont(source, letters, {
      targetFormat: 'woff2',
      ...(axes ? { variationAxes: axes } : {}),
    });
    const hash = createHash('sha256').update(subset).digest('hex').slice(0, 12);
    const name = `${family.toLowerCase().replaceAll(' ', '-')}-${weight}-${set}.${hash}.woff2`;
    writeFileSync(join(out, name), subset);
    css +=
      `@font-face{font-family:'${family}';font-weight:${weight};font-display:swap;` +
      `src:url('/fonts/${name}') format('woff2');unicode-range:${unicodeRange}}\n`;
    console.log(name, subset.length);
    if (!words) continue;
    const whole = evenGlyphs(
      await subsetFont(source, letters, { targetFormat: 'sfnt', ...(axes ? { variationAxes: axes } : {}) }),
    );
    const ttf = name.replace(
      /\.[0-9a-f]+\.woff2$/,
      `.${createHash('sha256').update(whole).digest('hex').slice(0, 12)}.ttf`,
    );
    writeFileSync(join(out, ttf), whole);
    (embedded[words] ??= []).push(ttf);
  }
}
// The zero of the interface's face has a stroke through it, which whoever learns to read takes for another sign.
for (const weight of [400, 700]) {
  const source = readFileSync(require.resolve(`@fontsource/andika/files/andika-latin-${weight}-normal.woff2`));
  const subset = await subsetFont(source, DIGITS, { targetFormat: 'woff2' });
  const name = `andika-${weight}-digits.${createHash('sha256').update(subset).digest('hex').slice(0, 12)}.woff2`;
  writeFileSync(join(out, name), subset);
  css +=
    `@font-face{font-family:'Atkinson Hyperlegible Next';font-weight:${weight};font-display:swap;` +
    `src:url('/fonts/${name}') format('woff2');unicode-range:U+0030-0039}\n`;
}
writeFileSync(join(out, '..', 'fonts.css'), css);
const had = new Set([...BASIC, ...EXTENDED].map((letter) => letter.codePointAt(0)));
/** @type {string[]} */
const others = [];

/** What joins letters, and the ring that shows where a mark belongs: each face needs its own. */
const JOINING = [0x200c, 0x200d, 0x25cc];

/**
 * Writes what a face has of some letters that no face before had.
 * @param {string} name
 * @param {Buffer} source
 * @param {number[]} points
 */
async function addOther(name, source, points) {
  const lacking = points.filter((point) => !had.has(point));
  const whole = evenGlyphs(
    await subsetFont(source, String.fromCodePoint(...lacking, ...JOINING), { targetFormat: 'sfnt' }),
  );
  const ttf = `${name}.${createHash('sha256').update(whole).digest('hex').slice(0, 12)}.ttf`;
  writeFileSync(join(out, ttf), whole);
  console.log(ttf, whole.length);
  // What a style sheet says and a file lacks would be an empty box.
  const font = fontkit.create(whole);
  const really = lacking.filter((point) => !JOINING.includes(point) && font.hasGlyphForCodePoint(point));
  for (const point of really) had.add(point);
  others.push(`{ file: '${ttf}', ranges: [${rangesOf(really).flat().join(', ')}] },`);
}

for (const [name, set] of OTHERS) {
  await addOther(
    `${name}-${set}`,
    readFileSync(require.resolve(`@fontsource/${name}/files/${name}-${set}-400-normal.woff2`)),
    codePointsOf(name, set),
  );
}
const eastAsian = readFileSync(EAST_ASIAN);
const eastAsianPoints = fontkit
  .create(eastAsian)
  .characterSet.filter((point) => point >= EAST_ASIAN_FROM && point <= 0xffff && !had.has(point));
for (let from = 0; from < eastAsianPoints.length; from += LETTERS_A_FILE) {
  await addOther(
    `droid-sans-fallback-${from / LETTERS_A_FILE}`,
    eastAsian,
    eastAsianPoints.slice(from, from + LETTERS_A_FILE),
  );
}

const harfbuzz = readFileSync(require.resolve('harfbuzzjs/hb.wasm'));
const harfbuzzFile = `harfbuzz.${createHash('sha256').update(harfbuzz).digest('hex').slice(0, 12)}.wasm`;
writeFileSync(join(out, harfbuzzFile), harfbuzz);

/** What may be done with them, each text once. @type {Map<string, string[]>} */
const licences = new Map();
for (const name of [
  ...FACES.map(({ file }) => file.split('/files/')[0]),
  ...OTHERS.map(([name]) => `@fontsource/${name}`),
  'harfbuzzjs',
]) {
  const text = readFileSync(join(dirname(require.resolve(`${name}/package.json`)), 'LICENSE'), 'utf8').trim();
  licences.set(text, [...new Set([...(licences.get(text) ?? []), name])]);
}
licences.set(readFileSync('/usr/share/common-licenses/Apache-2.0', 'utf8').trim(), [
  'Droid Sans Fallback, Copyright © 2006 Google Corporation',
]);
writeFileSync(
  join(out, 'LICENCES.txt'),
  [...licences].map(([text, names]) => `${names.join(', ')}\n\n${text}\n`).join(`\n${'-'.repeat(72)}\n\n`),
);

writeFileSync(
  join(here, '..', '..', 'core', 'pdf', 'fontFiles.ts'),
  `/** Made by client/scripts/fonts.mjs: the files to embed for each face, first the common letters. They lie in client/public/fonts. */
import type { TextFont } from '../page/item';
import type { LetterRanges } from './letterRanges';

export const FONT_FILES: Record<TextFont, readonly string[]> = ${JSON.stringify(embedded, null, 2)
    .replaceAll('"', "'")
    .replace(/'(\w+)':/g, '$1:')};

/** Where letters are that our faces do not have, for every face. */
export const OTHER_FONT_FILES: readonly { file: string; ranges: LetterRanges }[] = [
  ${others.join('\n  ')}
];

/** What lays out letters that need shaping. */
export const HARFBUZZ_FILE = '${harfbuzzFile}';
`,
);
