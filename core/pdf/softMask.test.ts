import { alphaThrough, luminosityToAlpha } from './softMask';

const pixels = (...rgba: number[][]): Uint8ClampedArray => Uint8ClampedArray.from(rgba.flat());
const alphas = (data: Uint8ClampedArray): number[] => [...data].filter((_, i) => i % 4 === 3);
const turnedOver = Array.from({ length: 256 }, (_, i) => 255 - i);

describe('soft masks', () => {
  it('let through what is light: white all, black nothing, a colour by its weight in what eyes see', () => {
    const data = pixels(
      [255, 255, 255, 255],
      [0, 0, 0, 255],
      [255, 0, 0, 255],
      [0, 255, 0, 255],
      [0, 0, 255, 255],
      [128, 128, 128, 255],
    );
    luminosityToAlpha(data);
    expect(alphas(data)).toEqual([255, 0, 77, 150, 28, 128]);
    expect([...data.subarray(0, 3)]).toEqual([255, 255, 255]);
  });
  it('are black where nothing was drawn, and half as light where half of it shows', () => {
    const data = pixels([0, 0, 0, 0], [255, 255, 255, 128], [255, 255, 255, 0]);
    luminosityToAlpha(data);
    expect(alphas(data)).toEqual([0, 128, 0]);
  });
  it('go through the table of a transfer function, of light or of alpha', () => {
    const light = pixels([255, 255, 255, 255], [0, 0, 0, 255], [0, 0, 0, 0]);
    luminosityToAlpha(light, turnedOver);
    expect(alphas(light)).toEqual([0, 255, 255]);
    const alpha = pixels([9, 9, 9, 0], [9, 9, 9, 200]);
    alphaThrough(alpha, turnedOver);
    expect(alphas(alpha)).toEqual([255, 55]);
  });
});
