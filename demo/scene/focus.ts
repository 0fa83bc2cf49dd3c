/** A picture of three channels, their values one after another. */
export interface Plane {
  values: Float32Array;
  width: number;
  height: number;
}

const CHANNELS = 3;

/** Weights of a Gaussian of `spread` pixels, from its middle outwards, which add up to 1 with both sides. */
function gaussian(spread: number): Float64Array {
  const reach = Math.ceil(spread * 3);
  const weights = Float64Array.from({ length: reach + 1 }, (_, i) => Math.exp(-(i ** 2) / (2 * spread * spread)));
  const all = weights.reduce((sum, weight) => sum + weight, 0) * 2 - weights[0]!;
  return weights.map((weight) => weight / all);
}

/** Softens along rows; what comes out lies on its side, so that a second pass goes along the columns. */
function softenedRows({ values, width, height }: Plane, weights: Float64Array): Plane {
  const softened = new Float32Array(values.length);
  const reach = weights.length - 1;
  const row = new Float64Array(width + 2 * reach);
  for (let channel = 0; channel < CHANNELS; channel++) {
    for (let y = 0; y < height; y++) {
      const from = y * width * CHANNELS + channel;
      for (let i = 0; i < row.length; i++) {
        row[i] = values[from + Math.max(0, Math.min(width - 1, i - reach)) * CHANNELS]!;
      }
      for (let x = 0; x < width; x++) {
        const middle = x + reach;
        let sum = weights[0]! * row[middle]!;
        for (let k = 1; k <= reach; k++) sum += weights[k]! * (row[middle - k]! + row[middle + k]!);
        softened[(x * height + y) * CHANNELS + channel] = sum;
      }
    }
  }
  return { values: softened, width: height, height: width };
}

/** Out of focus: a Gaussian of so many pixels, along rows and then along columns. */
export function outOfFocus(plane: Plane, spread: number): Plane {
  const weights = gaussian(spread);
  return softenedRows(softenedRows(plane, weights), weights);
}
