declare module 'fft.js' {
  export default class FFT {
    constructor(size: number);
    createComplexArray(): number[];
    toComplexArray(input: readonly number[], storage: null): number[];
    realTransform(out: number[], data: number[]): void;
    completeSpectrum(spectrum: number[]): void;
    transform(out: number[], data: number[]): void;
  }
}
