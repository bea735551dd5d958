import { createKernels } from '@uvrant/kernels';
import {
  ByteCache,
  compile,
  convertNode,
  defaultParams,
  finish,
  freshWear,
  placed,
  plan,
  rendered,
  renderBytes,
  scoped,
  settled,
  stepOfKind,
  tileKey,
  trueScale,
  wholeSheet,
  type CutOutMask,
  type Graph,
  type Node,
  type Pass,
  type Placement,
  type Raster,
  type RasterKind,
  type RasterOf,
  type Region,
  type Scale,
  type Sheet,
  type Size,
  type Source,
  type SourceTile,
  type Step,
  type TextureWear,
  type TileName,
  type ToneStatistics,
  type TypePort,
  type Work,
} from '../../src';
import { motley, ramp, tilesOfPictures } from './pictures';

export const PICTURES = [motley, ramp];
export const infoOf = (sha256: string) => PICTURES.find((p) => p.info.sha256 === sha256)?.info;
export const kernels = createKernels();

/** A host in memory: only tiles that were planned may be read. */
export const workOf = (
  pictures = PICTURES,
  type: TypePort | null = null,
): Work & { fetched: Set<string>; fetch: (names: readonly TileName[]) => void } => {
  const all = tilesOfPictures(pictures);
  const fetched = new Set<string>();
  return {
    kernels,
    fetched,
    fetch: (names) => names.forEach((name) => fetched.add(tileKey(name))),
    tile: (name): SourceTile => {
      if (!fetched.has(tileKey(name))) throw new Error(`tile ${tileKey(name)} was not planned`);
      return all(name);
    },
    rasters: null,
    statistics: new ByteCache<ToneStatistics>(1e6),
    type,
  };
};

export const step = (kind: string, params: Record<string, unknown> = {}, more: Partial<Step> = {}): Step => {
  const declaration = stepOfKind(kind);
  if (!declaration) throw new Error(`no step ${kind}`);
  return {
    id: `${kind}-1`,
    kind,
    version: declaration.version,
    on: true,
    amount: 1,
    params: { ...defaultParams(declaration), ...params },
    masks: [],
    zones: [],
    ...more,
  };
};

export const SIZE: Size = { width: 40, height: 50 };

export const pass = (id: string, source: Source, more: Partial<Pass> = {}): Pass => ({
  id,
  name: id,
  on: true,
  source,
  placement: source.kind === 'picture' ? placed(SIZE, infoOf(source.picture.sha256) as Size, 'fill') : wholeSheet(SIZE),
  steps: [],
  masks: [],
  wear: [],
  lay: { mode: 'normal', strength: 1 },
  ...more,
});

export const picture = (sha256: string): Source => ({ kind: 'picture', picture: { sha256 } });
export const flat = (srgb: string): Source => ({ kind: 'flat', colour: { srgb } });

export const sheet = (passes: readonly Pass[], more: Partial<Sheet> = {}): Sheet => ({
  format: 'uvrant-sheet',
  version: 1,
  name: 'test',
  size: SIZE,
  ppi: 100,
  edges: 'smooth',
  stock: { name: 'news', colour: '#e9e2d2' },
  inks: [{ id: 'soot', name: 'Soot', colour: '#1e1c1e' }],
  passes,
  ...more,
});

export const graphOf = (of: Sheet, scale: Scale = trueScale(of.size, of.ppi)): Graph => compile(of, scale, infoOf);

export const bytesOfRegion = (graph: Graph, region: Region = graph.region, work = workOf()): Uint8Array => {
  work.fetch(plan(graph.root, region, work));
  return finish(renderBytes(graph.root, region, work));
};

/** A node's raster, a hard sheet's print as colours. */
export const rasterOf = <K extends RasterKind>(node: Node<K>, region: Region, work = workOf()): RasterOf<Exclude<K, 'index'>> => {
  const shown = (node.kind === 'index' ? convertNode(node, 'colour') : node) as Node;
  work.fetch(plan(shown, region, work));
  const raster = finish(
    scoped(work, function* (inside) {
      return settled(yield* rendered(shown, region, inside), inside.kernels);
    }),
  );
  return raster as RasterOf<Exclude<K, 'index'>>;
};

/** Mean of a plane, 0 … 1. */
export const meanOf = (plane: Int16Array): number => plane.reduce((sum, v) => sum + v, 0) / plane.length / 16384;

export const planeOf = (raster: Raster): Int16Array =>
  raster.kind === 'colour' ? raster.data : raster.kind === 'ink' ? raster.coverage : (raster as RasterOf<'tone'>).tone;

/** A wear that cuts hard at a half of its texture's grey, and nothing else. */
export const plainWear = (sha256: string, placement: Placement, change: Partial<TextureWear> = {}): TextureWear =>
  freshWear('w', sha256, { picture: { sha256 } }, placement, { softness: 0, specks: 0, curve: [], ...change });

/** A rectangle cut out of the sheet; corners in 1/100 mm. */
export const cutOut = (points: readonly [number, number, number, number], change: Partial<CutOutMask> = {}): CutOutMask => ({
  id: 'm',
  kind: 'cut-out',
  on: true,
  invert: false,
  anchor: 'sheet',
  outline: 'rectangle',
  points: [...points],
  rough: 0,
  seed: 1,
  band: 0,
  widened: [],
  ...change,
});
