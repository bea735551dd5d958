import { SHAPE_NUMBERS, type ShapeName } from '../../raster/kernels';
import { ONE } from '../../raster/raster';
import { cellMm, cellsAcross } from '../../units/length';
import { remembering } from '../../units/remember';
import { defineStep, type StepAt } from '../declare';
import { angle, choice, colour, frequency, length, share } from '../../fields/dials';
import { screenGrid } from './grid';
import { screenThresholds, type ScreenGeometry } from './thresholds';

const SHAPES = Object.keys(SHAPE_NUMBERS) as [ShapeName, ...ShapeName[]];
/** Cell size in draft pixels below which a draft shows the screen's mean tone instead of its dots. */
const LEAST_DRAFT_CELL = 3;

interface InkDials {
  readonly shape: ShapeName;
  readonly lpi: number;
  readonly smallestDot: number;
  readonly cutOff: number;
  readonly carries: 'darks' | 'lights';
}

/** Share of its cell that the smallest dot covers: a disc's, or a line's of that width. */
export const smallestInk = ({ shape, lpi, smallestDot }: Pick<InkDials, 'shape' | 'lpi' | 'smallestDot'>): number => {
  const inCells = smallestDot / cellMm(lpi);
  return Math.min(1, shape === 'line' ? inCells : (3.141592653589793 / 4) * inCells * inCells);
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

const cellPx = (lpi: number, at: StepAt): number => cellMm(lpi) * at.pxPerMm;

/** Amplitude-modulated screen of one ink; spot functions by ISO 32000-1:2008 Table 128, linear at any hardness. */
export const screen = defineStep({
  kind: 'screen',
  version: 1,
  title: 'Screen',
  family: 'screen',
  purpose: 'Tone becomes dots of one ink.',
  words: 'halftone dots lines print newspaper',
  dials: {
    shape: choice({ title: 'Shape', options: SHAPES, default: 'round', looks: 'dot shape' }),
    lpi: frequency({ title: 'Frequency', min: 0.5, max: 200, default: 8, more: 'finer, clearer' }),
    angle: angle({ title: 'Angle', min: 0, max: 90, default: 22.5, more: 'turned further counter-clockwise' }),
    hardness: share({ title: 'Hardness', default: 0.9, more: 'crisper dot edge, up to all or nothing' }),
    smallestDot: length({ title: 'Smallest dot', min: 0, max: 5, default: 0, more: 'faces keep dots in pale light' }),
    cutOff: share({ title: 'Highlight cut-off', max: 0.5, default: 0, more: 'more of the light stays bare' }),
    carries: choice({ title: 'Ink carries', options: ['darks', 'lights'], default: 'darks' }),
    ink: colour({ title: 'Ink', default: null }),
  },
  takes: 'tone',
  gives: 'ink',
  amount: 'mix',
  reach: () => 0,
  locality: 'local',
  draft: {
    behaviour: 'curve',
    tooFine: ({ lpi }, at) => cellPx(lpi, at) < LEAST_DRAFT_CELL,
    curve: inkByTone,
    structure: ({ lpi }) => cellMm(lpi),
  },
  summary: ({ shape, lpi, angle: turn }, widthMm) => `${shape}, ${Math.round(cellsAcross(widthMm, lpi))} across, ${turn}°`,
  ink: ({ ink, carries }, at) => ({ colour: at.colourOf(ink), carriesLights: carries === 'lights' }),
  *apply(input, params, at, kernels) {
    const { shape, lpi, angle: angleDeg, hardness } = params;
    const cell = cellPx(lpi, at);
    const cut = at.edges === 'hard' && !at.draft;
    const edge = at.edges === 'hard' ? 0 : 1 - hardness;
    const { smallestDot, cutOff, carries } = params;
    const geometry = { shape, cellPx: cell, angleDeg, edge, cut, rough: at.draft };
    const thresholds = thresholdsFor({ geometry, dials: { shape, lpi, smallestDot, cutOff, carries } });
    yield;
    const coverage = kernels.arena.plane(input.tone.length);
    kernels.screen(input.tone, input.region, screenGrid(cell, angleDeg), shape, thresholds, coverage);
    if (input.coverage) kernels.multiply(coverage, input.coverage, coverage);
    return { kind: 'ink', region: input.region, coverage, colour: at.colourOf(params.ink) };
  },
});
