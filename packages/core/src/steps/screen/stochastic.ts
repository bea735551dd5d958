import { angle, choice, length } from '../../fields/dials';
import { SCATTER_SIDE } from '../../raster/kernels';
import { CARRIED_DIALS, inkCarried, inkOfTone } from './carried';
import { defineStep, type Coarse } from '../declare';
import { softCopy, softWish } from '../soft';
import { DOT_ORDERS, type DotOrder } from './dot-orders';
import { cellWay, screenGrid } from './grid';

const ORDERS = Object.keys(DOT_ORDERS) as [DotOrder, ...DotOrder[]];
/** Dots smaller than this are shown as their mean in a draft, px. */
const LEAST_DRAFT_DOT = 1.5;
/** Softness of the tone that a dot takes, in dots: that of a screen's cell. */
const MEAN = 0.24;

/** Frequency-modulated screen: dots of one size, a threshold each; linear, since thresholds are spread evenly. */
export const stochastic = defineStep({
  kind: 'stochastic',
  version: 1,
  title: 'Stochastic screen',
  family: 'screen',
  purpose: 'Tone becomes dots of one size: more of them, or fewer.',
  words: 'frequency modulated grain random dots pixels blue noise ordered dither bitmap',
  dials: {
    order: choice({ title: 'Order', options: ORDERS, default: 'blue noise' }),
    dot: length({ title: 'Dot', min: 0.02, max: 20, wide: true, default: 0.35, more: 'larger dots, coarser picture' }),
    angle: angle({ title: 'Angle', min: 0, max: 90, default: 0, more: 'turned further counter-clockwise' }),
    ...CARRIED_DIALS,
  },
  takes: 'tone',
  gives: 'ink',
  amount: 'mix',
  reach: ({ dot }) => 0.75 * dot + 0.1,
  locality: 'grid',
  followsBends: true,
  coarse: ({ dot }) => [softWish(MEAN * dot)],
  draft: {
    behaviour: 'curve',
    tooFine: ({ dot }, at) => dot * at.pxPerMm < LEAST_DRAFT_DOT,
    curve: ({ carries }) => inkOfTone(carries),
    structure: ({ dot }) => 4 * dot,
  },
  summary: ({ order, dot }) => `${order}, dots of ${Number(dot.toFixed(2))} mm`,
  ink: inkCarried,
  *apply(input, { order, dot, angle: angleDeg, carries, ink }, at, kernels) {
    const { region } = input;
    const dotPx = dot * at.pxPerMm;
    const tone = kernels.arena.plane(input.tone.length);
    const soft = softCopy(at.coarse[0] as Coarse, region, MEAN * dotPx, kernels);
    yield;
    // Each dot takes one tone, so that it is whole or not there; bent dots lie elsewhere, and take what is under them.
    if (!at.bend) kernels.cellTones(soft, region, screenGrid(dotPx, angleDeg), cellWay(dotPx, angleDeg), tone, region);
    kernels.table(at.bend ? soft : tone, inkOfTone(carries), tone);
    yield;
    const coverage = kernels.arena.plane(tone.length);
    kernels.scatter(tone, region, tileGrid(dotPx, angleDeg), DOT_ORDERS[order](), at.bend, coverage);
    if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: 'ink', region, coverage, colour: at.colourOf(ink) };
  },
});

/** Half a dot, where a whole phase is SCATTER_SIDE of them. */
const HALF_DOT = 2 ** 31 / SCATTER_SIDE;

/** The phases of the whole tile of dots, from where the first dot begins. */
const tileGrid = (dotPx: number, angleDeg: number) => {
  const grid = screenGrid(dotPx * SCATTER_SIDE, angleDeg);
  return { ...grid, u0: (grid.u0 + HALF_DOT) | 0, v0: (grid.v0 + HALF_DOT) | 0 };
};
