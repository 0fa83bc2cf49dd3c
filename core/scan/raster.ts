/** Pixels, row by row, four bytes each: red, green, blue and one that is not looked at. */
export interface Rgba {
  data: Uint8ClampedArray | Uint8Array;
  /** In pixels. */
  width: number;
  height: number;
}

/**
 * The image's pixels as one number each: red in the lowest byte, as on every machine that browsers run on (they are
 * little-endian).
 * Shares the image's memory where that begins at a whole number.
 */
export const packed = ({ data, width, height }: Rgba): Uint32Array =>
  data.byteOffset % 4 === 0
    ? new Uint32Array(data.buffer, data.byteOffset, width * height)
    : new Uint32Array(data.slice().buffer);

/** One number for each pixel, row by row. */
export interface Plane {
  data: Float32Array;
  width: number;
  height: number;
}

export const emptyPlane = (width: number, height: number): Plane => ({
  data: new Float32Array(width * height),
  width,
  height,
});

/** Luma of ITU-R BT.601, 0 to 255. */
export const luma = (red: number, green: number, blue: number): number => 0.299 * red + 0.587 * green + 0.114 * blue;

/**
 * Makes an image smaller by averaging, so that what was finer than a new pixel does not turn into patterns.
 * One that is small enough already is given back as it is.
 * @param longest most pixels on the longer side of the result
 */
export function shrink(image: Rgba, longest: number): Rgba {
  const scale = longest / Math.max(image.width, image.height);
  if (scale >= 1) return image;
  const width = Math.max(1, Math.round(image.width * scale));
  const height = Math.max(1, Math.round(image.height * scale));
  const out = new Uint32Array(width * height);
  const [stepX, stepY] = [image.width / width, image.height / height];
  // Many samples more than this in a pixel tell nothing new: two or three in each direction.
  const [everyX, everyY] = [Math.max(1, Math.floor(stepX / 2)), Math.max(1, Math.floor(stepY / 2))];
  const sparse = everyX > 1 || everyY > 1;
  const [lastX, lastY] = [image.width - 1, image.height - 1];
  const source = packed(image);
  const lefts = Int32Array.from({ length: width + 1 }, (_, x) => Math.floor(x * stepX));
  for (let y = 0; y < height; y++) {
    const [top, bottom] = [Math.floor(y * stepY), Math.max(Math.floor(y * stepY) + 1, Math.floor((y + 1) * stepY))];
    for (let x = 0; x < width; x++) {
      const left = lefts[x]!;
      const right = Math.max(left + 1, lefts[x + 1]!);
      // Red and blue in one sum: two halves of 16 bits have room for 257 samples, and there are at most sixteen.
      let redBlue = 0,
        green = 0,
        count = 0;
      for (let v = top, row = 0; v < bottom; v += everyY, row ^= 1) {
        for (let u = left, column = 0; u < right; u += everyX, column ^= 1) {
          // Left-out pixels are left out in turns, so that stripes and checks of two pixels still become grey.
          const index = sparse
            ? Math.min(lastY, v + column) * image.width + Math.min(lastX, u + row)
            : v * image.width + u;
          const pixel = source[index]!;
          redBlue += pixel & 0x00ff00ff;
          green += (pixel >>> 8) & 0xff;
          count += 1;
        }
      }
      const share = 1 / count;
      const red = ((redBlue & 0xffff) * share + 0.5) | 0;
      const blue = ((redBlue >>> 16) * share + 0.5) | 0;
      out[y * width + x] = red | (((green * share + 0.5) | 0) << 8) | (blue << 16) | 0xff000000;
    }
  }
  return { data: new Uint8ClampedArray(out.buffer), width, height };
}

/** How light each pixel is, 0 to 255. */
export function lightness({ data, width, height }: Rgba): Plane {
  const plane = emptyPlane(width, height);
  for (let i = 0, index = 0; i < plane.data.length; i++, index += 4)
    plane.data[i] = luma(data[index]!, data[index + 1]!, data[index + 2]!);
  return plane;
}

/** Softens by a binomial 1-4-6-4-1 in both directions; pixels beyond the rim are like the rim. */
export function soften({ data, width, height }: Plane): Plane {
  const across = new Float32Array(data.length);
  const last = width - 1;
  for (let y = 0; y < height; y++) {
    const row = y * width;
    for (let index = row + 2; index < row + last - 1; index++)
      across[index] =
        (data[index - 2]! + data[index + 2]! + 4 * (data[index - 1]! + data[index + 1]!) + 6 * data[index]!) / 16;
    for (const x of new Set([0, 1, last - 1, last].map((column) => Math.min(last, Math.max(0, column))))) {
      const near = data[row + Math.max(0, x - 1)]! + data[row + Math.min(last, x + 1)]!;
      const far = data[row + Math.max(0, x - 2)]! + data[row + Math.min(last, x + 2)]!;
      across[row + x] = (far + 4 * near + 6 * data[row + x]!) / 16;
    }
  }
  const out = emptyPlane(width, height);
  const to = out.data;
  // Row by row also downwards: memory is read in the order it lies in.
  const rowAt = (y: number): number => Math.min(height - 1, Math.max(0, y)) * width;
  for (let y = 0; y < height; y++) {
    const [above2, above, here, below, below2] = [rowAt(y - 2), rowAt(y - 1), y * width, rowAt(y + 1), rowAt(y + 2)];
    for (let x = 0; x < width; x++) {
      to[here + x] =
        (across[above2 + x]! +
          across[below2 + x]! +
          4 * (across[above + x]! + across[below + x]!) +
          6 * across[here + x]!) /
        16;
    }
  }
  return out;
}

/**
 * The value between pixels, by bilinear weights; beyond the rim it is the rim's. `x` and `y` count from the middle of
 * the first pixel.
 */
export function sample({ data, width, height }: Plane, x: number, y: number): number {
  const u = Math.min(width - 1, Math.max(0, x));
  const v = Math.min(height - 1, Math.max(0, y));
  const left = Math.min(width - 2, Math.floor(u));
  const top = Math.min(height - 2, Math.floor(v));
  const fx = u - left;
  const fy = v - top;
  const index = top * width + left;
  return (
    (data[index]! * (1 - fx) + data[index + 1]! * fx) * (1 - fy) +
    (data[index + width]! * (1 - fx) + data[index + width + 1]! * fx) * fy
  );
}
