import type { TextFont } from '../page/item';
import { openFace } from './shapedFace';

/**
 * How wide words are in a face. Letters that the face lacks are as wide as its sign for those, which is near enough to
 * break lines by.
 *
 * @param files the bytes of each face's common letters
 * @returns in points
 */
export function wordsMeasure(
  files: Readonly<Record<TextFont, Uint8Array>>,
): (words: string, font: TextFont, size: number) => number {
  const faces = new Map((Object.keys(files) as TextFont[]).map((font) => [font, openFace(files[font], null)] as const));
  return (words, font, size) => {
    const face = faces.get(font)!;
    return (face.layout(words).advanceWidth / face.unitsPerEm) * size;
  };
}
