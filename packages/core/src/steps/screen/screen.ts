import { isWhole } from '../../sheet/model';
import type { ShapeName } from '../../raster/kernels';
import { ONE } from '../../raster/raster';
import { cellMm, cellsAcross } from '../../units/length';
import { once, remembering } from '../../units/remember';
import { defineStep } from '../declare';
import { angle, choice, frequency, length, share, toggle } from '../../fields/dials';
import { CARRIED_DIALS, inkCarried, type Carries } from './carried';
import { cellLayout, screenGrid, shifted } from './grid';
import { cellPx, detailFor, isLine, readTones, tonesWish } from './read-tones';
import { SHAPES } from './shapes';
import { screenThresholds, type ScreenGeometry } from './thresholds';
import { filled } from '../../units/filled';

/** Cell size in draft pixels below which a draft shows the screen's mean tone instead of its dots. */
const LEAST_DRAFT_CELL = 3;

interface InkDials {
  readonly shape: ShapeName;
  readonly lpi: number;
  readonly smallestDot: number;
  readonly cutOff: number;
  readonly carries: Carries;
}

/** How wide the edge of a dot is whose outline is traced, px: the curve of its spot function shows in each pixel beside it. */
const TRACED_PX = 6;

/** Share of its cell that the smallest dot covers: a disc's, or a line's of that width. */
export const smallestInk = ({ shape, lpi, smallestDot }: Pick<InkDials, 'shape' | 'lpi' | 'smallestDot'>): number => {
  const inCells = smallestDot / cellMm(lpi);
  return Math.min(1, isLine(shape) ? inCells : (3.141592653589793 / 4) * inCells * inCells);
};

/** The ink a screen prints for each tone, 0 … ONE both ways: the screen's measured curve, since screens are linear. */
export const inkByTone = (dials: InkDials): Int16Array => {
  const least = smallestInk(dials);
  const smallest = Math.floor(least * ONE + 0.5);
  const table = new Int16Array(ONE + 1);
  for (let tone = 0; tone <= ONE; tone++) {
    const ink = dials.carries === 'lights' ? tone : ONE - tone;
    table[tone] = ink === 0 || ink < dials.cutOff * ONE ? 0 : Math.max(ink, smallest);
  }
  return table;
};

/** The thresholds of one setting of the dials at one rendering; every tile of it uses the same ones. */
const thresholdsFor = remembering(
  8,
  (wanted: { geometry: ScreenGeometry; dials: InkDials }) => JSON.stringify(wanted),
  ({ geometry, dials }) => screenThresholds(geometry, inkByTone(dials)),
);

/**
 * How far the edges of traced dots are drawn in where only a share c of the paper is covered: an edge of one pixel times c passes a half
 * ½ / c − ½ px further in.
 */
const drawnIn = once(() =>
  filled(new Int16Array(ONE + 1), (c) => Math.min(ONE, Math.floor((ONE * (ONE / Math.max(1, c) - 1)) / (2 * TRACED_PX) + 0.5))),
);

const detailOf = ({ auto, detail, lpi }: { readonly auto: boolean; readonly detail: number; readonly lpi: number }): number =>
  auto ? detailFor(lpi) : detail;

/** Amplitude-modulated screen of one ink; spot functions by ISO 32000-1:2008 Table 128, linear at any hardness. */
export const screen = defineStep({
  kind: 'screen',
  version: 3,
  title: 'Screen',
  family: 'screen',
  purpose: 'Tone becomes dots of one ink.',
  words: 'halftone dots lines print newspaper',
  dials: {
    shape: choice({ title: 'Shape', options: SHAPES, default: 'round', looks: 'dot shape' }),
    lpi: frequency({ title: 'Frequency', min: 0.5, max: 200, default: 8, more: 'finer, clearer' }),
    angle: angle({ title: 'Angle', min: 0, max: 90, default: 22.5, more: 'turned further counter-clockwise' }),
    hardness: share({ title: 'Hardness', default: 0.9, more: 'crisper dot edge, up to all or nothing' }),
    auto: toggle({ title: 'Find the detail', default: true }),
    detail: share({
      title: 'Detail',
      default: 0,
      more: 'dots follow the picture within themselves, down to every pixel; at 0 % each dot has one tone',
      shownWhen: { dial: 'auto', is: false },
    }),
    smallestDot: length({ title: 'Smallest dot', min: 0, max: 5, default: 0, more: 'faces keep dots in pale light' }),
    cutOff: share({ title: 'Highlight cut-off', max: 0.5, default: 0, more: 'more of the light stays bare' }),
    shift: share({ title: 'Shifted', default: 0, further: true, more: 'the dots lie further along both ways of the screen, in cells' }),
    ...CARRIED_DIALS,
  },
  takes: 'tone',
  gives: 'ink',
  amount: 'mix',
  reach: () => 0,
  locality: 'grid',
  followsBends: true,
  coarse: (dials) => (detailOf(dials) < 1 ? [tonesWish(dials)] : []),
  readsGridsOnly: (dials) => detailOf(dials) === 0,
  found: { while: 'auto', find: ({ lpi }) => ({ detail: detailFor(lpi) }) },
  // Version 1 read every pixel; version 2 had every screen begin with a dot at the sheet's corner.
  upgrade: (params) => ({ auto: false, detail: 1, shift: 0, ...params }),
  draft: {
    behaviour: 'curve',
    tooFine: ({ lpi }, at) => cellPx(lpi, at) < LEAST_DRAFT_CELL,
    curve: inkByTone,
    structure: ({ lpi }) => cellMm(lpi),
  },
  summary: ({ shape, lpi, angle: turn }, widthMm) => `${shape}, ${Math.round(cellsAcross(widthMm, lpi))} across, ${turn}°`,
  ink: inkCarried,
  *apply(input, params, at, kernels) {
    const { shape, lpi, angle: angleDeg, hardness } = params;
    const cell = cellPx(lpi, at);
    const isTraced = at.edges === 'traced';
    const cut = isTraced || (isWhole(at.edges) && !at.draft);
    const edge = isTraced || isWhole(at.edges) ? 0 : 1 - hardness;
    const { smallestDot, cutOff, carries } = params;
    const geometry = { shape, cellPx: cell, angleDeg, edge, edgePx: isTraced ? TRACED_PX : 1, cut, rough: at.draft };
    const thresholds = thresholdsFor({ geometry, dials: { shape, lpi, smallestDot, cutOff, carries } });
    yield;
    const coverage = kernels.arena.plane(input.tone.length);
    const detail = detailOf(params);
    const tones = detail < 1 ? readTones(input, params, detail, at, kernels) : input.tone;
    yield;
    kernels.screen(
      tones,
      input.region,
      shifted(screenGrid(cell, angleDeg, cellLayout(shape)), params.shift),
      shape,
      thresholds,
      at.bend,
      coverage,
    );
    if (input.coverage && isTraced) {
      const by = kernels.arena.plane(coverage.length);
      kernels.table(input.coverage, drawnIn(), by);
      kernels.combined(coverage, 1, by, -1, 0, 0, coverage);
      // They end where half of the paper is covered.
      kernels.combined(input.coverage, 2, null, 0, -ONE / 2, 0, by);
      kernels.lesser(coverage, by, coverage);
    } else if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: 'ink', region: input.region, coverage, colour: at.colourOf(params.ink) };
  },
});
