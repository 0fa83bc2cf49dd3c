// The package has no types, and projects that import this file must find ours.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference
/// <reference path="./harfbuzzjs.d.ts" />
/** Letters that change their shape and place after each other, as a font's own tables say. */
import fontkit, { type Font, type GlyphRun } from '@pdf-lib/fontkit';
import createHarfBuzz from 'harfbuzzjs/hb.js';
import hbjs, { type HarfBuzz } from 'harfbuzzjs/hbjs.js';

/** Where a shape of a run comes to lie, in thousandths of its size. */
export interface PlacedLetter {
  /** The letters that it means; none where it is a further part of the one before. */
  letters: string;
  /** How far the place is moved from the pen's. */
  dx: number;
  dy: number;
  /** How far the pen goes on, and how far it would go on if the shape stood alone. */
  advance: number;
  own: number;
}

/** A font whose letters can be laid out whatever follows what. */
export interface Face extends Font {
  /** @returns a place for each of the shapes that the text is set in, from left to right */
  place(text: string): PlacedLetter[];
}

/** Letters that are put onto each other, take another place than they are written in, or meet. */
export const SHAPED = /[\p{M}\p{Script=Arabic}\u200c\u200d]/u;

/** @param wasm the bytes of `HARFBUZZ_FILE` */
export const openHarfBuzz = async (wasm: Uint8Array): Promise<HarfBuzz> =>
  hbjs(await createHarfBuzz({ wasmBinary: wasm }));

/**
 * Opens a TrueType font. What needs shaping is laid out by HarfBuzz: fontkit, which pdf-lib knows, has rules of its own
 * for few scripts, loses letters of some, and stops at others.
 *
 * @param harfbuzz null where no such letters will be set
 */
export function openFace(bytes: Uint8Array, harfbuzz: HarfBuzz | null): Face {
  const font = fontkit.create(bytes);
  const asUsual = font.layout.bind(font) as (text: string, ...more: unknown[]) => GlyphRun;
  const shape = harfbuzz && shaperOf(bytes, harfbuzz);
  const unit = 1000 / font.unitsPerEm;
  return Object.assign(font, {
    layout: (text: string, ...more: unknown[]): GlyphRun =>
      shape && SHAPED.test(text) ? runOf(font, shape(text)) : asUsual(text, ...more),
    place: (text: string): PlacedLetter[] => {
      if (!shape) throw new TypeError('A face without HarfBuzz can’t place letters that lean on each other.');
      return shape(text).map(({ glyph, letters, advance, dx, dy }) => ({
        letters,
        dx: dx * unit,
        dy: dy * unit,
        advance: advance * unit,
        own: font.getGlyph(glyph).advanceWidth * unit,
      }));
    },
  });
}

interface Shape {
  glyph: number;
  letters: string;
  /** In font units. */
  advance: number;
  dx: number;
  dy: number;
}

function shaperOf(bytes: Uint8Array, harfbuzz: HarfBuzz): (text: string) => Shape[] {
  const font = harfbuzz.createFont(harfbuzz.createFace(harfbuzz.createBlob(bytes), 0));
  return (text) => {
    const buffer = harfbuzz.createBuffer();
    buffer.addText(text);
    buffer.guessSegmentProperties();
    buffer.setClusterLevel(1);
    harfbuzz.shape(font, buffer);
    const placed = buffer.getGlyphInfosAndPositions();
    buffer.destroy();
    const begins = [...new Set(placed.map(({ cluster }) => cluster)), text.length].sort((a, b) => a - b);
    const told = new Set<number>();
    return placed.map(({ codepoint: glyph, cluster, x_advance: advance, x_offset: dx, y_offset: dy }) => {
      const letters = told.has(cluster) ? '' : text.slice(cluster, begins[begins.indexOf(cluster) + 1]);
      told.add(cluster);
      return { glyph, letters, advance, dx, dy };
    });
  };
}

/** As fontkit tells what it has laid out. */
function runOf(font: Font, shapes: readonly Shape[]): GlyphRun {
  return {
    glyphs: shapes.map(({ glyph, letters }) =>
      font.getGlyph(
        glyph,
        [...letters].map((letter) => letter.codePointAt(0)!),
      ),
    ),
    positions: shapes.map(({ advance, dx, dy }) => ({ xAdvance: advance, yAdvance: 0, xOffset: dx, yOffset: dy })),
    script: '',
    language: null,
    direction: 'ltr',
    features: {},
    advanceWidth: shapes.reduce((sum, { advance }) => sum + advance, 0),
    advanceHeight: 0,
    bbox: font.bbox,
  };
}
