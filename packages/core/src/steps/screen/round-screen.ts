import { choice, drawn, frequency, number, point, pointOn, share } from '../../fields/dials';
import type { SheetPoint } from '../../fields/values';
import type { LineScreen } from '../../raster/kernels';
import { sizeOf } from '../../raster/raster';
import { tilesOf } from '../../raster/region';
import { isWhole, type Size } from '../../sheet/model';
import { cellMm } from '../../units/length';
import { pathOf } from '../../units/stroke-path';
import { CARRIED_DIALS, inkCarried, inkOfTone } from './carried';
import { defineStep, type StepAt } from '../declare';
import { lineStretches, stretchesNear } from './path-distance';

const RINGS = 'rings';
const RAYS = 'rays';
const SPIRAL = 'a spiral';
const ALONG = 'along a line';

const NAMES = { [RINGS]: 'rings', [RAYS]: 'rays', [SPIRAL]: 'spiral', [ALONG]: 'along' } as const;
const NONE = new Float64Array(0);

/** Side of the blocks of pixels that are asked together which stretch of a line is nearest; and of the others. */
const BLOCK = 32;
const PIECE = 256;

/**
 * Lines about a centre, or beside one that is drawn, all as far apart. A place's threshold is its distance from its line's middle, of half the distance between lines, which is spread
 * evenly: t % tone prints t % ink. Rays are as far apart as their share of the circle; a spiral winds out one line a turn for each arm.
 */
export const roundScreen = defineStep({
  kind: 'round-screen',
  version: 1,
  title: 'Round screen',
  family: 'screen',
  purpose: 'Tone becomes rings, rays or a spiral about a place, or lines along one that is drawn.',
  words: 'concentric circles radial sunburst lines target engraving swirl contour hand drawn path follow',
  dials: {
    shape: choice({ title: 'Lines', options: [RINGS, RAYS, SPIRAL, ALONG], default: RINGS }),
    centre: point({ title: 'Centre', default: null, shownWhen: { dial: 'shape', isNot: ALONG } }),
    line: drawn({ title: 'Line', as: 'line', default: '', shownWhen: { dial: 'shape', is: ALONG } }),
    lpi: frequency({ title: 'Frequency', min: 0.5, max: 120, default: 8, more: 'finer lines', shownWhen: { dial: 'shape', isNot: RAYS } }),
    rays: number({
      title: 'Rays',
      unit: '',
      min: 3,
      max: 720,
      step: 1,
      default: 120,
      more: 'more rays',
      shownWhen: { dial: 'shape', is: RAYS },
    }),
    arms: number({
      title: 'Arms',
      unit: '',
      min: 1,
      max: 12,
      step: 1,
      default: 1,
      more: 'winds out faster',
      shownWhen: { dial: 'shape', is: SPIRAL },
    }),
    hardness: share({ title: 'Hardness', default: 0.9, more: 'crisper edges, up to all or nothing' }),
    ...CARRIED_DIALS,
  },
  takes: 'tone',
  gives: 'ink',
  amount: 'mix',
  reach: () => 0,
  locality: 'local',
  followsBends: true,
  draft: { behaviour: 'same' },
  summary: ({ shape, lpi, rays }) => (shape === RAYS ? `${rays} rays` : `${shape}, ${lpi} lpi`),
  ink: inkCarried,
  *apply(input, params, at, kernels) {
    const { region, tone } = input;
    const { hardness, carries, ink } = params;
    // In a draft too fine a line is its mean tone; in print an edge is at least a pixel wide.
    const amounts = kernels.arena.plane(sizeOf(region));
    kernels.table(tone, inkOfTone(carries), amounts);
    const coverage = kernels.arena.plane(amounts.length);
    const softest = isWhole(at.edges) && !at.draft ? 0 : 0.5 * (1 - hardness);
    const lines = linesOf(params, softest, at);
    // Beside a drawn line, small pieces each know which stretches of it are near.
    const side = params.shape === ALONG ? BLOCK : PIECE;
    const most = at.bend ? (Math.abs(at.bend.across) + Math.abs(at.bend.down)) / 256 : 0;
    for (const piece of tilesOf(region, side)) {
      const near = lines.stretches.length > 0 ? stretchesNear(lines.stretches, piece, most) : lines.stretches;
      kernels.lineScreen(amounts, piece, { ...lines, stretches: near }, at.bend, coverage, region);
      yield;
    }
    if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: 'ink', region, coverage, colour: at.colourOf(ink) };
  },
});

interface Shape {
  readonly shape: typeof RINGS | typeof RAYS | typeof SPIRAL | typeof ALONG;
  readonly centre: SheetPoint | null;
  readonly line: string;
  readonly lpi: number;
  readonly rays: number;
  readonly arms: number;
}

/** Straight across the sheet, until a line is drawn. */
const acrossSheet = ({ width, height }: Size): string => pathOf([25 * width, 50 * height, 75 * width, 50 * height].map(Math.round));

/** The lines about the middle, or along all of a drawn line; px. */
const linesOf = ({ shape, centre, line, lpi, rays, arms }: Shape, softest: number, { pxPerMm, size }: StepAt): LineScreen => {
  const middle = pointOn(centre, {}, size);
  const drawn = shape === ALONG ? lineStretches(line, pxPerMm) : NONE;
  return {
    shape: NAMES[shape],
    x: middle.x * pxPerMm,
    y: middle.y * pxPerMm,
    cell: cellMm(lpi) * pxPerMm,
    count: Math.round(shape === RAYS ? rays : arms),
    stretches: shape === ALONG && drawn.length === 0 ? lineStretches(acrossSheet(size), pxPerMm) : drawn,
    softest,
  };
};
