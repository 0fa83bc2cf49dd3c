import { emptyPlane, luma, soften, type Plane, type Rgba } from './raster';

/** Where and which way an image changes most: in lightness or in colour, whichever changes more there. */
export interface Edges {
  width: number;
  height: number;
  /** Change across two pixels of the smoothed image, in steps of 255. */
  strength: Float32Array;
  /** Unit vector towards the lighter (or redder, or bluer) side. */
  towardsX: Float32Array;
  towardsY: Float32Array;
  /** 1 on the crest of an edge, where it is stronger than beside it. */
  crest: Uint8Array;
}

/** Colour is quieter than lightness in a photo, and tells as much. */
const COLOUR_WEIGHT = 1.4;

function planes({ data, width, height }: Rgba): Plane[] {
  const [light, blue, red] = [emptyPlane(width, height), emptyPlane(width, height), emptyPlane(width, height)];
  for (let i = 0, index = 0; i < light.data.length; i++, index += 4) {
    const y = luma(data[index]!, data[index + 1]!, data[index + 2]!);
    light.data[i] = y;
    blue.data[i] = (data[index + 2]! - y) * 0.564 * COLOUR_WEIGHT;
    red.data[i] = (data[index]! - y) * 0.713 * COLOUR_WEIGHT;
  }
  return [light, blue, red].map(soften);
}

/**
 * Finds edges by Sobel's operator on softened lightness and colour difference (BT.601), thinned to their crests as in
 * Canny (1986).
 */
export function findEdges(image: Rgba): Edges {
  const { width, height } = image;
  const strength = new Float32Array(width * height);
  const towardsX = new Float32Array(width * height);
  const towardsY = new Float32Array(width * height);
  for (const { data } of planes(image)) {
    for (let y = 1; y < height - 1; y++) {
      for (let x = 1, index = y * width + 1; x < width - 1; x++, index++) {
        const up = index - width;
        const down = index + width;
        const dx =
          (data[up + 1]! +
            2 * data[index + 1]! +
            data[down + 1]! -
            data[up - 1]! -
            2 * data[index - 1]! -
            data[down - 1]!) /
          4;
        const dy =
          (data[down - 1]! + 2 * data[down]! + data[down + 1]! - data[up - 1]! - 2 * data[up]! - data[up + 1]!) / 4;
        // Squares until the strongest of the three is known: roots and quotients are taken once.
        const square = dx * dx + dy * dy;
        if (square <= strength[index]!) continue;
        strength[index] = square;
        towardsX[index] = dx;
        towardsY[index] = dy;
      }
    }
  }
  for (let index = 0; index < strength.length; index++) {
    if (strength[index] === 0) continue;
    const size = Math.sqrt(strength[index]!);
    strength[index] = size;
    towardsX[index]! /= size;
    towardsY[index]! /= size;
  }
  const crest = new Uint8Array(width * height);
  for (let y = 2; y < height - 2; y++) {
    for (let x = 2, index = y * width + 2; x < width - 2; x++, index++) {
      const size = strength[index]!;
      if (size <= 0) continue;
      const step =
        (Math.abs(towardsX[index]!) > 0.38 ? Math.sign(towardsX[index]!) : 0) +
        (Math.abs(towardsY[index]!) > 0.38 ? Math.sign(towardsY[index]!) : 0) * width;
      if (size >= strength[index + step]! && size > strength[index - step]!) crest[index] = 1;
    }
  }
  return { width, height, strength, towardsX, towardsY, crest };
}
