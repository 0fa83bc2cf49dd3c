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
writeFileSync(
  join(here, '..', '..', 'core', 'pdf', 'fontFiles.ts'),
  `/** Made by client/scripts/fonts.mjs: the files to embed for each face, first the common letters. They lie in client/public/fonts. */
import type { TextFont } from '../page/item';

export const FONT_FILES: Record<TextFont, readonly string[]> = ${JSON.stringify(embedded, null, 2).replaceAll('"', "'").replace(/'(\w+)':/g, '$1:')};
`,
);
