/**
 * Makes our font subsets: only the letters we use, as woff2, named by their content so that browsers may
 * keep them for good; and of the faces that words on a page are set in, TrueType files for PDFs to embed. Writes
 * public/fonts, public/fonts.css and core/pdf/fontFiles.ts. Run after a font package changes.
 */
import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import fontkit from '@pdf-lib/fontkit';
import subsetFont from 'subset-font';

const require = createRequire(import.meta.url);
const here = dirname(fileURLToPath(import.meta.url));
const out = join(here, '..', 'public', 'fonts');

/** @param {number} from @param {number} to */
const range = (from, to) => Array.from({ length: to - from + 1 }, (_, i) => String.fromCodePoint(from + i)).join('');
const BASIC = `${range(0x20, 0x7e)}${range(0xa0, 0xff)}–—‘’“”•…€×−`;
const EXTENDED = range(0x100, 0x17f);
const BASIC_RANGE = 'U+0020-007E, U+00A0-00FF, U+2013-2014, U+2018-2019, U+201C-201D, U+2022, U+2026, U+20AC, U+2212';
const EXTENDED_RANGE = 'U+0100-017F';

const FACES = [
  { family: 'Bricolage Grotesque', weight: 800, file: '@fontsource-variable/bricolage-grotesque/files/bricolage-grotesque-SET-wght-normal.woff2', axes: { wght: 800 }, words: 'heading' },
  { family: 'Atkinson Hyperlegible Next', weight: 400, file: '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-SET-400-normal.woff2', words: 'interface' },
  { family: 'Atkinson Hyperlegible Next', weight: 700, file: '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-SET-700-normal.woff2' },
  { family: 'Andika', weight: 400, file: '@fontsource/andika/files/andika-SET-400-normal.woff2', words: 'reading' },
];

/** Faces for letters that ours do not have, in PDFs only: on a screen the device has its own. The first that has a letter sets it. */
const OTHERS = [
  ...['cyrillic', 'cyrillic-ext', 'greek', 'greek-ext', 'vietnamese', 'latin-ext', 'latin', 'devanagari'].map((set) => ['noto-sans', set]),
  ['noto-sans-hebrew', 'hebrew'], ['noto-sans-arabic', 'arabic'], ...Array.from({ length: 10 }, (_, i) => ['noto-emoji', String(i)]),
];

/** The code points that a package's style sheet says a file has. @param {string} name @param {string} set */
function codePointsOf(name, set) {
  const sheet = readFileSync(require.resolve(`@fontsource/${name}/400.css`), 'utf8');
  const face = sheet.split('@font-face').find((each) => each.includes(`${name}-${set}-400-normal.woff2`)) ?? '';
  const ranges = /unicode-range:([^;]+);/.exec(face)?.[1]?.split(',') ?? [];
  return ranges.flatMap((each) => {
    const [from, to] = each.trim().slice(2).split('-').map((hex) => parseInt(hex, 16));
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
  for (const [set, letters, unicodeRange] of [['latin', BASIC, BASIC_RANGE], ['latin-ext', EXTENDED, EXTENDED_RANGE]]) {
    const source = readFileSync(require.resolve(file.replace('SET', set)));
    const subset = await subsetFont(source, letters, { targetFormat: 'woff2', ...(axes ? { variationAxes: axes } : {}) });
    const hash = createHash('sha256').update(subset).digest('hex').slice(0, 12);
    const name = `${family.toLowerCase().replaceAll(' ', '-')}-${weight}-${set}.${hash}.woff2`;
    writeFileSync(join(out, name), subset);
    css += `@font-face{font-family:'${family}';font-weight:${weight};font-display:swap;src:url('/fonts/${name}') format('woff2');unicode-range:${unicodeRange}}\n`;
    console.log(name, subset.length);
    if (!words) continue;
    const whole = await subsetFont(source, letters, { targetFormat: 'sfnt', ...(axes ? { variationAxes: axes } : {}) });
    const ttf = name.replace(/\.[0-9a-f]+\.woff2$/, `.${createHash('sha256').update(whole).digest('hex').slice(0, 12)}.ttf`);
    writeFileSync(join(out, ttf), whole);
    (embedded[words] ??= []).push(ttf);
  }
}
writeFileSync(join(out, '..', 'fonts.css'), css);
const had = new Set([...BASIC, ...EXTENDED].map((letter) => letter.codePointAt(0)));
/** @type {string[]} */
const others = [];
for (const [name, set] of OTHERS) {
  const points = codePointsOf(name, set).filter((point) => !had.has(point));
  const whole = await subsetFont(readFileSync(require.resolve(`@fontsource/${name}/files/${name}-${set}-400-normal.woff2`)), String.fromCodePoint(...points), { targetFormat: 'sfnt' });
  const ttf = `${name}-${set}.${createHash('sha256').update(whole).digest('hex').slice(0, 12)}.ttf`;
  writeFileSync(join(out, ttf), whole);
  console.log(ttf, whole.length);
  // What a style sheet says and a file lacks would be an empty box.
  const really = points.filter((point) => fontkit.create(whole).hasGlyphForCodePoint(point));
  for (const point of really) had.add(point);
  others.push(`{ file: '${ttf}', letters: [${rangesOf(really).map(([from, to]) => `[${from}, ${to}]`).join(', ')}] },`);
}

writeFileSync(
  join(here, '..', '..', 'core', 'pdf', 'fontFiles.ts'),
  `/** Made by client/scripts/fonts.mjs: the files to embed for each face, first the common letters. They lie in client/public/fonts. */
import type { TextFont } from '../page/item';

export const FONT_FILES: Record<TextFont, readonly string[]> = ${JSON.stringify(embedded, null, 2).replaceAll('"', "'").replace(/'(\w+)':/g, '$1:')};

/** Letters that our faces do not have, as ranges of code points, and where they are; for every face. */
export const OTHER_FONT_FILES: readonly { file: string; letters: readonly (readonly [number, number])[] }[] = [
  ${others.join('\n  ')}
];
`,
);
