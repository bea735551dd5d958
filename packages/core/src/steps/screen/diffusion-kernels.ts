/** Where the error of a cell goes: cells along the row, rows down, and the weight of each over `divisor`. */
export interface DiffusionKernel {
  readonly source: string;
  readonly divisor: number;
  readonly taps: readonly (readonly [along: number, down: number, weight: number])[];
}

/** A row of taps, from so far back along the row. */
const row = (down: number, from: number, ...weights: readonly number[]): (readonly [number, number, number])[] =>
  weights.flatMap((weight, i) => (weight ? [[from + i, down, weight] as const] : []));

export const DIFFUSION_KERNELS = {
  'Floyd–Steinberg': {
    source: 'R. W. Floyd, L. Steinberg, An adaptive algorithm for spatial greyscale, Proc. SID 17(2), 1976',
    divisor: 16,
    taps: [...row(0, 1, 7), ...row(1, -1, 3, 5, 1)],
  },
  'Jarvis–Judice–Ninke': {
    source: 'J. F. Jarvis, C. N. Judice, W. H. Ninke, A survey of techniques for the display of continuous tone pictures, CGIP 5, 1976',
    divisor: 48,
    taps: [...row(0, 1, 7, 5), ...row(1, -2, 3, 5, 7, 5, 3), ...row(2, -2, 1, 3, 5, 3, 1)],
  },
  Stucki: {
    source: 'P. Stucki, MECCA: a multiple-error correcting computation algorithm, IBM RZ 1060, 1981',
    divisor: 42,
    taps: [...row(0, 1, 8, 4), ...row(1, -2, 2, 4, 8, 4, 2), ...row(2, -2, 1, 2, 4, 2, 1)],
  },
  Atkinson: {
    source: 'In the form that several programs use: six eighths of the error go on, two are dropped',
    divisor: 8,
    taps: [...row(0, 1, 1, 1), ...row(1, -1, 1, 1, 1), ...row(2, 0, 1)],
  },
  Burkes: {
    source: 'D. Burkes, Presentation of the Burkes error filter, 1988',
    divisor: 32,
    taps: [...row(0, 1, 8, 4), ...row(1, -2, 2, 4, 8, 4, 2)],
  },
  Sierra: {
    source: 'F. Sierra, 1989, in the form that several programs use',
    divisor: 32,
    taps: [...row(0, 1, 5, 3), ...row(1, -2, 2, 4, 5, 4, 2), ...row(2, -1, 2, 3, 2)],
  },
} as const satisfies Readonly<Record<string, DiffusionKernel>>;

export type DiffusionName = keyof typeof DIFFUSION_KERNELS;
