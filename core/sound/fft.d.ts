/** The part of fft.js that is used here. */
declare module 'fft.js' {
  export default class FFT {
    /** @param size a power of two */
    constructor(size: number);
    /** Room for a spectrum: real and imaginary parts by turns. */
    createComplexArray(): number[];
    /** The lower half of the spectrum of real numbers. */
    realTransform(output: number[], input: ArrayLike<number>): void;
  }
}
