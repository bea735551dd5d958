import type { Region } from '../raster/raster';
import { clothFolds } from './kinds/cloth-folds';
import { concreteRubbing } from './kinds/concrete-rubbing';
import { crumpledPaper } from './kinds/crumpled-paper';
import { dryBrush } from './kinds/dry-brush';
import { dustAndHairs } from './kinds/dust-and-hairs';
import { fabricWeave } from './kinds/fabric-weave';
import { foldedPoster } from './kinds/folded-poster';
import { kraftBoard } from './kinds/kraft-board';
import { metalPlate } from './kinds/metal-plate';
import { newsStock } from './kinds/news-stock';
import { oldCard } from './kinds/old-card';
import { photocopiedBlack } from './kinds/photocopied-black';
import { plaster } from './kinds/plaster';
import { rippleTank } from './kinds/ripple-tank';
import { rolledInk } from './kinds/rolled-ink';
import { screenEmulsion } from './kinds/screen-emulsion';
import { showThrough } from './kinds/show-through';
import { tapeMarks } from './kinds/tape-marks';
import { tornPaper } from './kinds/torn-paper';
import type { Ground } from './ground';
import type { Surface } from './look';
import { scannedSurface, type Where } from './scanned';

/** The surfaces there are. */
export const SURFACES: readonly Surface[] = [
  crumpledPaper,
  foldedPoster,
  tornPaper,
  tapeMarks,
  kraftBoard,
  newsStock,
  showThrough,
  oldCard,
  plaster,
  concreteRubbing,
  rolledInk,
  dryBrush,
  screenEmulsion,
  photocopiedBlack,
  dustAndHairs,
  metalPlate,
  clothFolds,
  fabricWeave,
  rippleTank,
];

const BY_NAME = new Map(SURFACES.map((surface) => [surface.name, surface]));
export const surfaceOfName = (name: string): Surface | undefined => BY_NAME.get(name);

/** A surface on the glass: which, its chance, whether it tiles and after how many mm. */
export interface SurfacePiece extends Ground {
  readonly surface: string;
}

/**
 * Light of a surface over a region, premultiplied RGBA (all covered), 0 … ONE. A function of place and seed alone: the
 * same in any tiling. `where` brings pixel centres to mm on the surface.
 * @throws Error for a surface that there is not, naming those there are.
 */
export const surfaceColours = (piece: SurfacePiece, where: Where, region: Region): Generator<void, Int16Array, void> => {
  const surface = BY_NAME.get(piece.surface);
  if (!surface) throw new Error(`There is no surface “${piece.surface}”: choose ${SURFACES.map(({ name }) => name).join(', ')}.`);
  return scannedSurface(surface, piece, where, region);
};
