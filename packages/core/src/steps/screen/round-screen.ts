import { choice, drawn, frequency, number, point, pointOn, share } from '../../fields/dials';
import type { SheetPoint } from '../../fields/values';
import { ONE, sizeOf } from '../../raster/raster';
import { isWhole, type Size } from '../../sheet/model';
import { atan2Deg } from '../../units/exact';
import { cellMm } from '../../units/length';
import { pathOf } from '../../units/stroke-path';
import { CARRIED_DIALS, inkCarried, inkOfTone } from './carried';
import { defineStep, type StepAt } from '../declare';
import { edged, wayBy } from './edged';
import { distanceNear } from './path-distance';

const RINGS = 'rings';
const RAYS = 'rays';
const SPIRAL = 'a spiral';
const ALONG = 'along a line';

/** Side of the blocks of pixels that are asked together which stretch of a line is nearest. */
const BLOCK = 32;

/** Pixels between lines from which they begin to be told apart. */
const LEAST_PITCH = 2;

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
    const way = wayBy(at.bend);
    const linesNear = linesOf(params, at);
    const softest = isWhole(at.edges) && !at.draft ? 0 : 0.5 * (1 - hardness);
    for (let top = 0; top < region.height; top += BLOCK) {
      for (let left = 0; left < region.width; left += BLOCK) {
        const [right, bottom] = [Math.min(region.width, left + BLOCK), Math.min(region.height, top + BLOCK)];
        const { phase, pitch } = linesNear(region.x + left + BLOCK / 2, region.y + top + BLOCK / 2, 0.75 * BLOCK + way.most);
        for (let row = top; row < bottom; row++) {
          for (let column = left; column < right; column++) {
            const i = row * region.width + column;
            const amount = (amounts[i] as number) / ONE;
            if (amount === 0 || amount === 1) {
              coverage[i] = amount * ONE;
              continue;
            }
            const x = region.x + column + 0.5 + way.x(i);
            const y = region.y + row + 0.5 + way.y(i);
            const place = phase(x, y);
            const apart = pitch(x, y);
            const threshold = Math.abs(2 * (place - Math.floor(place)) - 1);
            const inked = edged(amount, threshold, Math.max(softest, 1 / Math.max(1, apart)));
            // Lines nearer to each other than two pixels run together to their mean.
            const seen = Math.max(0, Math.min(1, apart - LEAST_PITCH));
            coverage[i] = Math.floor((amount + (inked - amount) * seen) * ONE + 0.5);
          }
        }
      }
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

/** Which line a place lies on, in lines: whole numbers are midway between two of them; and how far they are apart there, px. */
interface Lines {
  readonly phase: (x: number, y: number) => number;
  readonly pitch: (x: number, y: number) => number;
}

/** Straight across the sheet, until a line is drawn. */
const acrossSheet = ({ width, height }: Size): string => pathOf([25 * width, 50 * height, 75 * width, 50 * height].map(Math.round));

/** The lines about a middle, as far as a radius; px. */
const linesOf = ({ shape, centre, line, lpi, rays, arms }: Shape, at: StepAt): ((mx: number, my: number, radius: number) => Lines) => {
  const { pxPerMm, size } = at;
  const cell = cellMm(lpi) * pxPerMm;
  if (shape === ALONG) {
    const across = acrossSheet(size);
    return (mx, my, radius) => {
      const distance = distanceNear(line, pxPerMm, mx, my, radius) ?? distanceNear(across, pxPerMm, mx, my, radius);
      return { phase: (x, y) => (distance?.(x, y) ?? 0) / cell + 0.5, pitch: () => cell };
    };
  }
  const middle = pointOn(centre, {}, size);
  const [cx, cy] = [middle.x * pxPerMm, middle.y * pxPerMm];
  const away = (x: number, y: number): number => Math.sqrt((x - cx) * (x - cx) + (y - cy) * (y - cy));
  const turn = (x: number, y: number, count: number): number => (atan2Deg(y - cy, x - cx) * count) / 360;
  const lines: Record<Exclude<Shape['shape'], typeof ALONG>, Lines> = {
    [RINGS]: { phase: (x, y) => away(x, y) / cell, pitch: () => cell },
    [RAYS]: {
      phase: (x, y) => turn(x, y, Math.round(rays)),
      pitch: (x, y) => (6.283185307179586 * away(x, y)) / Math.round(rays),
    },
    [SPIRAL]: { phase: (x, y) => away(x, y) / cell + turn(x, y, Math.round(arms)), pitch: () => cell },
  };
  return () => lines[shape];
};
