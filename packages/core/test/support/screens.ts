import {
  boxAt,
  cellMm,
  defaultParams,
  finish,
  ONE,
  screen,
  cellLayout,
  screenGrid,
  sinDeg,
  spotAt,
  type Edges,
  type InkRaster,
  type ParamsOf,
  type Region,
  type ShapeName,
  type StepAt,
} from '../../src';
import { SHEET_DOTS } from '../../src/steps/screen/dots';
import { SPOT_SIDE, spotTable } from '../../src/steps/screen/spot-table';
import { kernels } from './sheets';

export type ScreenParams = ParamsOf<(typeof screen)['dials']>;
export const screenParams = (params: Partial<ScreenParams>): ScreenParams => ({
  ...(defaultParams(screen) as unknown as ScreenParams),
  // As every pixel has it, unless a test says otherwise.
  auto: false,
  detail: 1,
  ...params,
});

export const stepAt = (ppi: number, edges: Edges = 'smooth', draft = false): StepAt => ({
  pxPerMm: ppi / 25.4,
  edges,
  draft,
  colourOf: () => [0, 0, 0],
  statistics: null,
  others: null,
  original: null,
  coarse: [],
  covered: null,
  map: null,
  cells: null,
  bend: null,
  spot: () => spotTable(new Int16Array(SPOT_SIDE * SPOT_SIDE)),
  mapTones: null,
  box: { x: 0, y: 0, width: 0, height: 0 },
  dots: SHEET_DOTS,
  placement: boxAt(0, 0, 0, 0),
  size: { width: 0, height: 0 },
  wanted: { x: 0, y: 0, width: 0, height: 0 },
});

/** A screen over a flat tone, or over a tone by place. */
export const screened = (
  params: ScreenParams,
  at: StepAt,
  region: Region,
  tone: number | ((x: number, y: number) => number),
): InkRaster => {
  const plane = new Int16Array(region.width * region.height);
  for (let i = 0; i < plane.length; i++) {
    const value = typeof tone === 'number' ? tone : tone(i % region.width, Math.floor(i / region.width));
    plane[i] = Math.round(value * ONE);
  }
  const { apply } = screen;
  if (typeof apply !== 'function') throw new Error('a screen works on rasters');
  return finish(apply({ kind: 'tone', region, tone: plane, coverage: null }, params, at, kernels));
};

/** Mean ink through a window that fades at its edges, so that cut cells hardly count. */
export const windowedInk = ({ region, coverage }: InkRaster): number => {
  const fade = (side: number): number[] => Array.from({ length: side }, (_, i) => sinDeg((180 * (i + 0.5)) / side) ** 2);
  const across = fade(region.width);
  const down = fade(region.height);
  let sum = 0;
  let whole = 0;
  for (let y = 0, i = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++, i++) {
      const weight = (across[x] as number) * (down[y] as number);
      sum += weight * (coverage[i] as number);
      whole += weight;
    }
  }
  return sum / whole / ONE;
};

/**
 * The largest share of a raster's pixels that share one spot value: what 1-bit ink moves by at once. Large where rows of
 * dots follow rows of pixels and a cell is a whole number of them (references §9).
 */
export const phaseStep = (shape: ShapeName, lpi: number, ppi: number, angleDeg: number): number => {
  const grid = screenGrid(cellMm(lpi) * (ppi / 25.4), angleDeg, cellLayout(shape));
  const counts = new Map<number, number>();
  const side = 300;
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      const u = (grid.u0 + Math.imul(x, grid.ux) + Math.imul(y, grid.uy)) | 0;
      const v = (grid.v0 + Math.imul(x, grid.vx) + Math.imul(y, grid.vy)) | 0;
      // Values closer than 1/1000 of the range count as one.
      const value = Math.round(spotAt(shape, u, v) / 16);
      counts.set(value, (counts.get(value) ?? 0) + 1);
    }
  }
  return Math.max(...counts.values()) / (side * side);
};
