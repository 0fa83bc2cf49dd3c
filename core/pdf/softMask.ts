/** Soft masks of PDF (ISO 32000-1, 11.5): what a group of drawings lets through, from the pixels that were drawn. */

/** What becomes of a value of 0 to 255. */
export type Transfer = ArrayLike<number>;

/**
 * Makes each pixel as opaque as it is light (BT.601, as in ISO 32000-1, 11.5.3), on black where nothing was drawn.
 * @param pixels red, green, blue and alpha, 0 to 255 each, not multiplied with each other; only the alpha is written
 */
export function luminosityToAlpha(pixels: Uint8ClampedArray, transfer?: Transfer | null): void {
  for (let i = 0; i < pixels.length; i += 4) {
    const light = Math.round(
      ((0.3 * pixels[i]! + 0.59 * pixels[i + 1]! + 0.11 * pixels[i + 2]!) * pixels[i + 3]!) / 255,
    );
    pixels[i + 3] = transfer ? transfer[light]! : light;
  }
}

/** Sends each pixel's alpha through a table. @param pixels as in {@link luminosityToAlpha} */
export function alphaThrough(pixels: Uint8ClampedArray, transfer: Transfer): void {
  for (let i = 3; i < pixels.length; i += 4) pixels[i] = transfer[pixels[i]!]!;
}
