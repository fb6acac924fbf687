declare module 'fft.js' {
  /** Fast Fourier transforms of one length. Complex numbers lie as real and imaginary parts in turn. */
  export default class FFT {
    /** @param size a power of two */
    constructor(size: number);
    createComplexArray(): number[];
    /** @param out where the transform of `data`, which stays, is written */
    transform(out: number[], data: number[]): void;
  }
}
