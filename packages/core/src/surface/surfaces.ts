import { ONE, type Region } from '../raster/raster';
import { chanceAt } from '../units/noise';
import { crumpledPaper, foldedPoster, kraftBoard, newsStock, oldCard } from './papers';
import { concreteRubbing, dryBrush, dustAndHairs, rolledInk } from './marks';
import { clothFolds, metalPlate, rippleTank } from './lit';
import type { Ground } from './field';
import type { Look, Surface } from './look';

/** The surfaces there are. */
export const SURFACES: readonly Surface[] = [
  crumpledPaper,
  foldedPoster,
  kraftBoard,
  newsStock,
  concreteRubbing,
  rolledInk,
  dryBrush,
  dustAndHairs,
  metalPlate,
  oldCard,
  clothFolds,
  rippleTank,
];

const BY_NAME = new Map(SURFACES.map((surface) => [surface.name, surface]));
export const surfaceOfName = (name: string): Surface | undefined => BY_NAME.get(name);

/** A surface on the glass: which, its chance, whether it tiles and after how many mm. */
export interface SurfacePiece extends Ground {
  readonly surface: string;
}

/** Noise of a scanner's eye, as a share of full light. */
const EYE_NOISE = 0.006;

/**
 * Light of a surface over a region, premultiplied RGBA (all covered), 0 … ONE. A function of place and seed alone: the
 * same in any tiling. `at` brings pixel centres to mm on the surface.
 * @throws Error for a surface that there is not, naming those there are.
 */
export function* surfaceColours(
  piece: SurfacePiece,
  at: (x: number, y: number, out: { x: number; y: number }) => void,
  region: Region,
): Generator<void, Int16Array, void> {
  const surface = BY_NAME.get(piece.surface);
  if (!surface) throw new Error(`There is no surface “${piece.surface}”: choose ${SURFACES.map(({ name }) => name).join(', ')}.`);
  const data = new Int16Array(4 * region.width * region.height);
  const look = surface.make(piece);
  for (let row = 0; row < region.height; row++) {
    shadeRow(surface, look, at, region, row, piece.seed, data);
    if (row % 16 === 15) yield;
  }
  return data;
}

const shadeRow = (
  { paper, stain }: Surface,
  look: (x: number, y: number, out: Look) => void,
  at: (x: number, y: number, out: { x: number; y: number }) => void,
  region: Region,
  row: number,
  seed: number,
  data: Int16Array,
): void => {
  const here = { x: 0, y: 0 };
  const seen: Look = { light: 0, stain: 0 };
  for (let column = 0, o = 4 * row * region.width; column < region.width; column++, o += 4) {
    at(region.x + column + 0.5, region.y + row + 0.5, here);
    look(here.x, here.y, seen);
    const noise = (chanceAt(region.x + column, region.y + row, seed + 911) - 0.5) * 2 * EYE_NOISE;
    const light = Math.max(0, Math.min(1, seen.light + noise));
    const stained = Math.max(0, Math.min(1, seen.stain));
    for (let c = 0; c < 3; c++) {
      const [own, other] = [paper[c] as number, stain[c] as number];
      data[o + c] = Math.floor(((own + (other - own) * stained) / 255) * light * ONE + 0.5);
    }
    data[o + 3] = ONE;
  }
};
