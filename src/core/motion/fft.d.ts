declare module 'fft.js' {
  /** A transform of `size` values, a power of two; complex arrays hold real and imaginary parts by turns. */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    /** Of real values: the first half of what comes out, and its middle. */
    realTransform(out: number[], values: readonly number[]): void;
  }
}
