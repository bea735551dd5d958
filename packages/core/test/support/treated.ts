import {
  compile,
  trueScale,
  wholeSheet,
  type Edges,
  type Graph,
  type Node,
  type Raster,
  type Region,
  type Size,
  type Step,
  type TypePort,
} from '../../src';
import type { MemoryPicture } from './pictures';
import { pass, picture, rasterOf, sheet, workOf } from './sheets';

export interface Setting {
  readonly size: Size;
  readonly ppi: number;
  readonly edges?: Edges;
  /** What else it is printed with. */
  readonly others?: readonly MemoryPicture[];
  readonly type?: TypePort;
}

/** A picture that fills a sheet, through some steps: the pass's own raster, and the graph. */
export const treatedPicture = (
  of: MemoryPicture,
  steps: readonly Step[],
  { size, ppi, edges = 'smooth', others = [], type }: Setting,
  region?: Region,
): { readonly raster: Raster; readonly graph: Graph } => {
  const sha = of.info.sha256;
  const known = [of, ...others];
  const art = { ...pass('art', { kind: 'flat', colour: { srgb: '#000000' } }), source: picture(sha), placement: wholeSheet(size), steps };
  const graph = compile(
    sheet([art], { size, ppi, edges }),
    trueScale(size, ppi),
    (sha256) => known.find(({ info }) => info.sha256 === sha256)?.info,
  );
  return { raster: rasterOf(graph.passes.get('art') as Node, region ?? graph.region, workOf(known, type)), graph };
};

/** The tone or ink of a raster, 0 … 1 a pixel. */
export const valuesOf = (raster: Raster): Float64Array => {
  const plane = raster.kind === 'ink' ? raster.coverage : raster.kind === 'tone' ? raster.tone : null;
  if (!plane) throw new Error(`a ${raster.kind} raster has no one plane`);
  return Float64Array.from(plane, (v) => v / 16384);
};

/** Red, green and blue of a pixel of a colour raster, 0 … 1. */
export const colourAt = (raster: Raster, i: number): readonly [number, number, number] => {
  if (raster.kind !== 'colour') throw new Error(`a ${raster.kind} raster has no colours`);
  return [0, 1, 2].map((c) => (raster.data[4 * i + c] as number) / 16384) as unknown as readonly [number, number, number];
};
