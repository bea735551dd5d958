import type { Node } from '../nodes/node';
import type { Plane } from '../nodes/plane-nodes';
import { distancesTo } from '../raster/distance';
import { weightedMeans } from '../raster/box-sums';
import { ONE, type ColourRaster } from '../raster/raster';
import { filled } from '../units/filled';
import { recolouredNode } from './recoloured-node';
import { channelsOf, NONE, SURE } from './soft-edges';

/** Colours of subject and ground that are nearer than this (squared, ONE is 1) cannot be told apart. */
const ALIKE = (ONE / 64) ** 2;

/** The edge in pixels, and how far from a pixel the colours of subject and ground are looked for. */
const reachOf = (edgeMm: number, pxPerMm: number): { readonly edge: number; readonly window: number } => {
  const edge = Math.max(1, Math.ceil(edgeMm * pxPerMm));
  return { edge, window: 2 * edge + 2 };
};

/** Pixels beyond a pixel that are read to clean it. */
export const cleanedReach = (edgeMm: number, pxPerMm: number): number => {
  const { edge, window } = reachOf(edgeMm, pxPerMm);
  return edge + window + 2;
};

/**
 * A picture whose subject has lost the colour of the ground that it was taken from, in an edge `edgeMm` wide inside its coverage.
 * What is seen there is taken as C = α·F + (1 − α)·B, where B is the mean of the ground nearby, S that of the subject further inside, and
 * α how far C lies from B to S (its projection on the line between them, 0 … 1), no more than the coverage. F is C + (1 − α)·(S − B):
 * what remains without the ground, made up with S. Common practice of keying; α as in Mishima's colour line.
 */
export function* cleanedEdge(
  picture: ColourRaster,
  coverage: Int16Array,
  edgeMm: number,
  pxPerMm: number,
): Generator<void, ColourRaster, void> {
  const { width, height } = picture.region;
  const { edge, window } = reachOf(edgeMm, pxPerMm);
  const none = filled(new Uint8Array(coverage.length), (i) => ((coverage[i] as number) <= NONE ? 1 : 0));
  if (none.every((value) => value === 0)) return picture;
  const away = distancesTo(none, width, height, edge + 1);
  const inner = filled(new Uint8Array(coverage.length), (i) => ((coverage[i] as number) >= SURE && (away[i] as number) > edge ? 1 : 0));
  const planes = channelsOf(picture);
  yield;
  const [subjects, grounds]: [Float64Array[], Float64Array[]] = [[], []];
  for (const plane of planes) {
    subjects.push(weightedMeans(plane, inner, width, height, window));
    yield;
    grounds.push(weightedMeans(plane, none, width, height, window));
    yield;
  }
  const data = picture.data.slice();
  for (let i = 0; i < coverage.length; i++) {
    if (none[i] || (away[i] as number) > edge || (subjects[0]?.[i] as number) < 0 || (grounds[0]?.[i] as number) < 0) continue;
    let [along, length] = [0, 0];
    for (let c = 0; c < 3; c++) {
      const [s, b] = [subjects[c]?.[i] as number, grounds[c]?.[i] as number];
      along += ((planes[c]?.[i] as number) - b) * (s - b);
      length += (s - b) * (s - b);
    }
    if (length < ALIKE) continue;
    const alpha = Math.max(0, Math.min((coverage[i] as number) / ONE, along / length));
    const most = picture.data[4 * i + 3] as number;
    for (let c = 0; c < 3; c++) {
      const own = (planes[c]?.[i] as number) + (1 - alpha) * ((subjects[c]?.[i] as number) - (grounds[c]?.[i] as number));
      data[4 * i + c] = Math.floor(Math.max(0, Math.min(most, own)) + 0.5);
    }
  }
  return { ...picture, data };
}

/** A picture with the edge of what a plane covers cleaned of its ground. */
export const cleanedEdgeNode = (picture: Node<'colour'>, coverage: Plane, edgeMm: number, pxPerMm: number): Node<'colour'> =>
  recolouredNode('cleaned edge', { edgeMm, pxPerMm }, picture, coverage, cleanedReach(edgeMm, pxPerMm), (seen, tone) =>
    cleanedEdge(seen, tone, edgeMm, pxPerMm),
  );
