import { choice, length, seed, share, toggle } from '../../fields/dials';
import { sizeOf } from '../../raster/raster';
import { chanceAt } from '../../units/noise';
import { CARRIED_DIALS, inkCarried, inkOfTone } from './carried';
import { defineStep, type CellsWish } from '../declare';
import { DIFFUSION_KERNELS, type DiffusionKernel, type DiffusionName } from './diffusion-kernels';

const NAMES = Object.keys(DIFFUSION_KERNELS) as [DiffusionName, ...DiffusionName[]];

/** Dots smaller than this are shown as their mean in a draft, px. */
const LEAST_DRAFT_DOT = 1.5;

interface Diffusion {
  readonly kernel: DiffusionKernel;
  readonly serpentine: boolean;
  readonly loose: number;
  readonly seed: number;
}

/** Decides rows of cells from the top: set where the ink and the errors brought there reach one half, more or less by chance. */
export const diffuser = ({ kernel, serpentine, loose, seed: number }: Diffusion, columns: number): ReturnType<CellsWish['decider']> => {
  const { divisor, taps } = kernel;
  // Errors of this row and the two below it, with room for taps beyond both ends.
  const MARGIN = 2;
  let errors: readonly Float64Array[] = [0, 1, 2].map(() => new Float64Array(columns + 2 * MARGIN));
  return (ink, row) => {
    const back = serpentine && row % 2 === 1;
    const set = new Uint8Array(columns);
    const here = errors[0] as Float64Array;
    for (let i = 0; i < columns; i++) {
      const column = back ? columns - 1 - i : i;
      const wanted = (ink[column] as number) + (here[column + MARGIN] as number);
      // Bare stays bare and solid solid, whatever errors lie about.
      const amount = ink[column] as number;
      const half = 0.5 + (loose > 0 ? loose * (chanceAt(column, row, number) - 0.5) : 0);
      const isSet = amount >= 1 || (amount > 0 && wanted >= half);
      set[column] = Number(isSet);
      const error = amount <= 0 || amount >= 1 ? 0 : (wanted - Number(isSet)) / divisor;
      if (error === 0) continue;
      for (const [along, down, weight] of taps) {
        const to = errors[down] as Float64Array;
        const at = column + (back ? -along : along) + MARGIN;
        to[at] = (to[at] as number) + error * weight;
      }
    }
    errors = [errors[1] as Float64Array, errors[2] as Float64Array, here.fill(0)];
    return set;
  };
};

/** Dots of one size where the error of those before them says: each cell's error goes on to its neighbours. */
export const errorDiffusion = defineStep({
  kind: 'error-diffusion',
  version: 1,
  title: 'Error diffusion',
  family: 'screen',
  purpose: 'Tone becomes small dots that follow each other, as early printers and plotters set them.',
  words: 'dither bitmap pixels computer print frequency modulated grain worms retro',
  dials: {
    kernel: choice({ title: 'Weights', options: NAMES, default: 'Floyd–Steinberg' }),
    dot: length({ title: 'Dot', min: 0.05, max: 20, wide: true, default: 0.5, more: 'larger dots, coarser picture' }),
    serpentine: toggle({ title: 'To and fro', default: true }),
    loose: share({ title: 'Loosened', default: 0.1, more: 'less regular, fewer worms' }),
    seed: seed({ title: 'Seed', default: 1, further: true }),
    ...CARRIED_DIALS,
  },
  takes: 'tone',
  gives: 'ink',
  amount: 'mix',
  reach: () => 0,
  locality: 'whole',
  followsBends: true,
  cells: ({ kernel, dot, serpentine, loose, seed: number, carries }) => ({
    size: dot,
    name: ['error diffusion', kernel, serpentine, loose, number, carries],
    ink: inkOfTone(carries),
    decider: (columns) => diffuser({ kernel: DIFFUSION_KERNELS[kernel], serpentine, loose, seed: number }, columns),
  }),
  draft: {
    behaviour: 'curve',
    tooFine: ({ dot }, at) => dot * at.pxPerMm < LEAST_DRAFT_DOT,
    curve: ({ carries }) => inkOfTone(carries),
    structure: ({ dot }) => 4 * dot,
  },
  summary: ({ kernel, dot }) => `${kernel}, dots of ${Number(dot.toFixed(2))} mm`,
  ink: inkCarried,
  *apply(input, { ink }, at, kernels) {
    const { region } = input;
    const coverage = kernels.arena.plane(sizeOf(region));
    if (at.cells) kernels.cellDots(at.cells, region, at.bend, coverage);
    else coverage.fill(0);
    yield;
    if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: 'ink', region, coverage, colour: at.colourOf(ink) };
  },
});
