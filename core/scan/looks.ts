/** How a photographed sheet is to look. */
import type { Look } from './shot';
import { emptyPlane, lightness, luma, packed, sample, type Plane, type Rgba } from './raster';

/** Cells along the shorter side in which the light on the paper is measured. */
const CELLS = 24;
/** Of the pixels of a cell so many are darker than the paper there (the rest is noise). */
const PAPER_SHARE = 0.8;
/** What the paper becomes, and what becomes black; of 255. */
const WHITE = 250;
const BLACK = 18;
/** Pixels of a row that share one measure of the light. */
const STRETCH = 16;

/** Light on the paper, coarsely: one plane for each of red, green and blue, a cell for each pixel. */
function lightOnPaper(image: Rgba): Plane[] {
  const cell = Math.max(4, Math.floor(Math.min(image.width, image.height) / CELLS));
  const [columns, rows] = [Math.ceil(image.width / cell), Math.ceil(image.height / cell)];
  const planes = [0, 1, 2].map(() => emptyPlane(columns, rows));
  const every = Math.max(1, Math.floor(cell / 16));
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      const counts = [new Uint32Array(256), new Uint32Array(256), new Uint32Array(256)];
      let total = 0;
      for (let y = row * cell; y < Math.min(image.height, (row + 1) * cell); y += every) {
        for (let x = column * cell; x < Math.min(image.width, (column + 1) * cell); x += every) {
          const index = (y * image.width + x) * 4;
          for (let k = 0; k < 3; k++) counts[k]![image.data[index + k]!]! += 1;
          total += 1;
        }
      }
      counts.forEach((count, k) => {
        let value = 0;
        for (let seen = 0; value < 255 && (seen += count[value]!) < total * PAPER_SHARE; value++);
        planes[k]!.data[row * columns + column] = value;
      });
    }
  }
  return planes.map((plane, _, all) => smoothed(withoutPainted(plane, all)));
}

/**
 * Cells that are painted over are much darker, or more coloured, than the light that falls on the paper around them:
 * they get the light of a smooth surface through the others (a quadratic, fitted again and again to what lies near or
 * above it).
 */
function withoutPainted(plane: Plane, all: readonly Plane[]): Plane {
  const { data, width, height } = plane;
  const terms = Array.from(data, (_, i) => {
    const [u, v] = [(i % width) / width - 0.5, Math.floor(i / width) / height - 0.5];
    return [1, u, v, u * u, u * v, v * v];
  });
  const tone = (i: number): number => luma(all[0]!.data[i]!, all[1]!.data[i]!, all[2]!.data[i]!);
  const weights = new Float64Array(data.length).fill(1);
  const surface = new Float64Array(data.length);
  for (let round = 0; round < 6; round++) {
    const fitted = leastSquares(terms, data, weights);
    for (let i = 0; i < data.length; i++) {
      surface[i] = terms[i]!.reduce((sum, term, k) => sum + term * fitted[k]!, 0);
      const share = data[i]! / Math.max(1, surface[i]!);
      weights[i] = share < 0.97 ? Math.exp(-(((0.97 - share) / 0.08) ** 2)) + 1e-4 : 1;
    }
  }
  const out = emptyPlane(width, height);
  for (let i = 0; i < data.length; i++) {
    const spread = Math.max(...all.map((plane) => plane.data[i]!)) - Math.min(...all.map((plane) => plane.data[i]!));
    const painted = data[i]! < surface[i]! * 0.82 || spread > 0.3 * Math.max(1, tone(i));
    out.data[i] = Math.max(8, painted ? surface[i]! : data[i]!);
  }
  return out;
}

/** The factors of the terms that give the values with the least weighted squares of what is off. */
function leastSquares(
  terms: readonly (readonly number[])[],
  values: ArrayLike<number>,
  weights: ArrayLike<number>,
): number[] {
  const size = terms[0]!.length;
  const rows = Array.from({ length: size }, () => new Float64Array(size + 1));
  terms.forEach((row, i) => {
    for (let a = 0; a < size; a++) {
      const w = weights[i]! * row[a]!;
      for (let b = 0; b < size; b++) rows[a]![b]! += w * row[b]!;
      rows[a]![size]! += w * values[i]!;
    }
  });
  for (let a = 0; a < size; a++) {
    rows[a]![a]! += 1e-6;
    for (let b = 0; b < size; b++) {
      if (a === b) continue;
      const share = rows[b]![a]! / rows[a]![a]!;
      for (let k = a; k <= size; k++) rows[b]![k]! -= share * rows[a]![k]!;
    }
  }
  return rows.map((row, a) => row[size]! / row[a]!);
}

/** Means of three by three cells, twice. */
function smoothed(plane: Plane): Plane {
  let from = plane;
  for (let round = 0; round < 2; round++) {
    const to = emptyPlane(plane.width, plane.height);
    for (let y = 0; y < plane.height; y++) {
      for (let x = 0; x < plane.width; x++) {
        let sum = 0,
          count = 0;
        for (let v = Math.max(0, y - 1); v <= Math.min(plane.height - 1, y + 1); v++) {
          for (let u = Math.max(0, x - 1); u <= Math.min(plane.width - 1, x + 1); u++) {
            sum += from.data[v * plane.width + u]!;
            count += 1;
          }
        }
        to.data[y * plane.width + x] = sum / count;
      }
    }
    from = to;
  }
  return from;
}

/** Gains are whole numbers of so many to one. */
const GAIN = 1 << 12;
/** What comes of a product, from what it is in the tables below upwards and downwards: clamped to a byte. */
const [REACH, MOST] = [256, 4096];
const CLAMPED = Uint8Array.from({ length: REACH + MOST }, (_, i) => Math.max(0, Math.min(255, i - REACH)));

/** The light is evened out and the paper becomes white; colours stay. The image's own pixels are written over. */
function clean(image: Rgba): Rgba {
  const { width, height, data } = image;
  const light = lightOnPaper(image);
  const [sx, sy] = [light[0]!.width / width, light[0]!.height / height];
  const pixels = packed(image);
  const small = light[0]!.width > 1 && light[0]!.height > 1;
  // The light changes slowly: a stretch of pixels shares one look-up.
  const scale = 255 / (WHITE - 6 - BLACK);
  // Half a step more, because what is behind the point is cut off.
  const shift = Math.round((REACH - BLACK * scale) * GAIN + GAIN / 2);
  const most = Math.floor((MOST * GAIN - GAIN) / 255);
  const gain = (plane: Plane, u: number, v: number): number =>
    Math.min(most, Math.round((GAIN * scale * WHITE) / Math.max(8, small ? sample(plane, u, v) : plane.data[0]!)));
  for (let y = 0; y < height; y++) {
    const v = (y + 0.5) * sy - 0.5;
    for (let x = 0; x < width; x += STRETCH) {
      const u = (x + STRETCH / 2) * sx - 0.5;
      const red = gain(light[0]!, u, v);
      const green = gain(light[1]!, u, v);
      const blue = gain(light[2]!, u, v);
      const end = y * width + Math.min(width, x + STRETCH);
      for (let index = y * width + x; index < end; index++) {
        const pixel = pixels[index]!;
        const r = CLAMPED[(Math.imul(pixel & 0xff, red) + shift) >> 12]!;
        const g = CLAMPED[(Math.imul((pixel >>> 8) & 0xff, green) + shift) >> 12]!;
        const b = CLAMPED[(Math.imul((pixel >>> 16) & 0xff, blue) + shift) >> 12]!;
        pixels[index] = r | (g << 8) | (b << 16) | 0xff000000;
      }
    }
  }
  return { data: pixels.buffer === data.buffer ? data : new Uint8ClampedArray(pixels.buffer), width, height };
}

/** How strict the threshold is, and the range of a standard deviation; Sauvola and Pietikäinen (2000). */
const STRICTNESS = 0.22;
const RANGE = 128;

/** Black on white, each place judged by its own surroundings: Sauvola's threshold on integral images. */
function black(image: Rgba): Rgba {
  const { data: tone, width, height } = lightness(image);
  const stride = width + 1;
  const sums = new Float64Array(stride * (height + 1));
  const squares = new Float64Array(stride * (height + 1));
  for (let y = 0; y < height; y++) {
    let sum = 0,
      square = 0;
    for (let x = 0; x < width; x++) {
      const value = tone[y * width + x]!;
      sum += value;
      square += value * value;
      const index = (y + 1) * stride + x + 1;
      sums[index] = sums[index - stride]! + sum;
      squares[index] = squares[index - stride]! + square;
    }
  }
  const reach = Math.max(6, Math.round(Math.min(width, height) / 36));
  const out = new Uint8ClampedArray(width * height * 4);
  for (let y = 0; y < height; y++) {
    const [top, bottom] = [Math.max(0, y - reach) * stride, Math.min(height, y + reach + 1) * stride];
    for (let x = 0; x < width; x++) {
      const [left, right] = [Math.max(0, x - reach), Math.min(width, x + reach + 1)];
      const count = ((bottom - top) / stride) * (right - left);
      const mean = (sums[bottom + right]! - sums[bottom + left]! - sums[top + right]! + sums[top + left]!) / count;
      const spread = Math.sqrt(
        Math.max(
          0,
          (squares[bottom + right]! - squares[bottom + left]! - squares[top + right]! + squares[top + left]!) / count -
            mean * mean,
        ),
      );
      const limit = mean * (1 + STRICTNESS * (spread / RANGE - 1));
      // A little way around the limit is grey, so that strokes keep smooth rims.
      const value = Math.max(0, Math.min(1, (tone[y * width + x]! - limit) / 14 + 0.5)) * 255;
      out.set([value, value, value, 255], (y * width + x) * 4);
    }
  }
  return { data: out, width, height };
}

/**
 * The sheet in one of its looks; as it was photographed it is given back as it is. What is passed in may be written
 * over.
 */
export function withLook(image: Rgba, look: Look): Rgba {
  if (look === 'clean') return clean(image);
  return look === 'black' ? black(image) : image;
}
