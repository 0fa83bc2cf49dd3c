import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fontkit from '@pdf-lib/fontkit';
import { FONT_FILES } from '@lippet/core/pdf/fontFiles';
import { FONTS } from '../testing/checkout';

const SIZE = 40;

/** How wide words are drawn in a small picture, in pixels, by a process that has drawn no letter before. */
function drawnWidth(family: string, words: string): number {
  const script =
    `
    import sharp from 'sharp';
    import { useOurFonts } from ${JSON.stringify(join(__dirname, 'ourFonts.ts'))};
    useOurFonts(${JSON.stringify(FONTS)});
    const svg = '<svg xmlns="http://www.w3.org/2000/svg" width="900" height="90">` +
    `<text x="20" y="60" font-family="${family}, sans-serif" font-size="${SIZE}">${words}</text></svg>';
    sharp(Buffer.from(svg)).trim().toBuffer({ resolveWithObject: true }).then(({ info }) => ` +
    'process.stdout.write(String(info.width)));';
  return Number(
    execFileSync(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', script], {
      env: { ...process.env, NODE_OPTIONS: '' },
    }).toString(),
  );
}

it.each([
  ['Andika', 'reading'],
  ['Atkinson Hyperlegible Next', 'interface'],
] as const)(
  'draws words of small pictures in %s, as wide as the face itself says',
  (family, face) => {
    const font = fontkit.create(readFileSync(join(FONTS, FONT_FILES[face][0]!)));
    const words = 'Lanterns along the quay';
    const output =
      (font.layout(words).glyphs.reduce((sum, { advanceWidth }) => sum + advanceWidth, 0) * SIZE) / font.unitsPerEm;
    expect(drawnWidth(family, words) / output).toBeCloseTo(1, 1);
    expect(Math.abs(drawnWidth(family, words) - output)).toBeLessThan(0.02 * output + 4);
  },
  30_000,
);
