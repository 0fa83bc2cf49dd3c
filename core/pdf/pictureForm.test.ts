import { PICTURE_HEAD, pictureForm } from './pictureForm';

const letters = (text: string): number[] => [...text].map((letter) => letter.charCodeAt(0));
const size = (value: number): number[] => [value & 255, (value >> 8) & 255, (value >> 16) & 255, value >> 24];
const chunk = (name: string, length: number): number[] => [
  ...letters(name),
  ...size(length),
  ...new Array<number>(Math.min(length + (length & 1), PICTURE_HEAD)).fill(7),
];
const webp = (...chunks: number[][]): Uint8Array =>
  Uint8Array.from([...letters('RIFF'), ...size(0), ...letters('WEBP'), ...chunks.flat()]);
const extended = (flags: number): number[] => [...letters('VP8X'), ...size(10), flags, ...new Array<number>(9).fill(0)];

describe('the form in which a PDF takes a picture', () => {
  it('is JPEG for what lost something already', () => {
    expect(pictureForm(Uint8Array.of(0xff, 0xd8, 0xff, 0xe0))).toBe('jpeg');
    expect(pictureForm(webp(chunk('VP8 ', 300)))).toBe('jpeg');
    expect(pictureForm(webp(extended(0x20), chunk('ICCP', 451), chunk('VP8 ', 300)))).toBe('jpeg');
  });

  it('is PNG for what lost nothing, and for what something shows through', () => {
    expect(pictureForm(Uint8Array.from([0x89, ...letters('PNG\r\n')]))).toBe('png');
    expect(pictureForm(webp(chunk('VP8L', 300)))).toBe('png');
    expect(pictureForm(webp(extended(0x10), chunk('ALPH', 30), chunk('VP8 ', 300)))).toBe('png');
    expect(pictureForm(webp(extended(0x20), chunk('ICCP', 12), chunk('VP8L', 300)))).toBe('png');
  });

  it('is PNG where the head doesn’t tell, or tells nonsense', () => {
    expect(pictureForm(new Uint8Array(0))).toBe('png');
    expect(pictureForm(webp(extended(0)))).toBe('png');
    expect(pictureForm(webp(extended(0), chunk('ICCP', PICTURE_HEAD * 4)))).toBe('png');
    expect(pictureForm(webp(extended(0), [...letters('ICCP'), 255, 255, 255, 255], chunk('VP8 ', 9)))).toBe('png');
  });
});
