declare module 'fft.js' {
  /** A transform of `size` values, a power of two; complex arrays hold real and imaginary parts by turns. */
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    toComplexArray(values: readonly number[]): number[];
    transform(out: number[], complex: readonly number[]): void;
  }
}
