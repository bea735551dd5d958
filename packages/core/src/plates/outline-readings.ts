import { rgbOfHex } from '../raster/colour';
import { ONE, type Region } from '../raster/raster';
import { overlap, tilesOf } from '../raster/region';
import { convertNode } from '../nodes/convert-node';
import type { Graph } from '../render/compile/graph';
import { rendered, scoped, type Node, type PlanWork, type Rendering, type Work } from '../nodes/node';
import { planPieces } from '../render/regions';
import { draftScale, trueScale } from '../render/scale';
import { lettersOf } from '../sources/type';
import { READ_TILE } from '../nodes/statistics-node';
import type { TileName } from '../raster/source-tiles';
import type { Sheet } from '../sheet/model';
import { emsOf, type TypePass } from '../sheet/outlined';
import { cosDeg, sinDeg } from '../units/exact';
import { contourBox, type Contour } from '../type/outline';
import type { Taken, WornLetter } from './wear-readings';

/** How much of a type pass's outline can be seen without wear, and how much of that loses its edge, mm; and its worst letter. */
export interface OutlineLoss extends Taken {
  readonly worst: WornLetter | null;
}

/** Channels apart under which a place of an outline is no edge: 24 of 255. Common practice. */
const LEAST_EDGE = (24 * ONE) / 255;
/** An edge is lost with more than so much of its contrast. */
const LOST = 0.5;
/** How far from the outline its two sides are looked at, pixels. */
const ASIDE = 1.25;
/** Pixels that an em is looked at with, and most pixels looked at. */
const EM_PX = 40;
const MOST_PX = 3_000_000;

/** Where a type pass's letters are, mm: its block as wide as placed, its lines as high as they are set, an em around. */
export const blockOf = (pass: TypePass): { x: number; y: number; width: number; height: number } => {
  const { source, placement } = pass;
  const ems = emsOf(pass);
  const em = Math.max(...ems);
  const high = Math.max(placement.height, Math.max(1, source.leading) * ems.reduce((sum, each) => sum + each, 0)) + 2 * em;
  const wide = placement.width + 2 * em;
  const [cos, sin] = [Math.abs(cosDeg(placement.turn)), Math.abs(sinDeg(placement.turn))];
  const [width, height] = [wide * cos + high * sin, wide * sin + high * cos];
  return { x: placement.x - width / 2, y: placement.y - height / 2, width, height };
};

/** The draft that a type pass's outline is looked at on: so fine that its strokes are several pixels wide. */
export const outlineHalvings = (sheet: Sheet, pass: TypePass): number => {
  const whole = trueScale(sheet.size, sheet.ppi);
  const { width, height } = blockOf(pass);
  let halvings = 0;
  while (whole.pxPerMm * Math.min(...emsOf(pass)) > 2 ** (halvings + 1) * EM_PX) halvings++;
  const pixels = (): number => {
    const { pxPerMm } = draftScale(sheet.size, sheet.ppi, halvings);
    return Math.min(width, sheet.size.width) * Math.min(height, sheet.size.height) * pxPerMm * pxPerMm;
  };
  while (pixels() > MOST_PX) halvings++;
  return halvings;
};

const regionOf = (pass: TypePass, { scale, region }: Graph): Region | null => {
  const { x, y, width, height } = blockOf(pass);
  const [left, top] = [Math.floor(x * scale.pxPerMm), Math.floor(y * scale.pxPerMm)];
  return overlap({ x: left, y: top, width: Math.ceil(width * scale.pxPerMm), height: Math.ceil(height * scale.pxPerMm) }, region);
};

/** The print of a graph over a region, on the stock: three values a pixel. */
function* onStock(graph: Graph, stock: string, region: Region, work: Work): Rendering<Int16Array> {
  const out = new Int16Array(3 * region.width * region.height);
  const paper = rgbOfHex(stock);
  const root = convertNode(graph.root as Node, 'colour');
  for (const tile of tilesOf(region, READ_TILE)) {
    yield* scoped(work, function* (inside) {
      const { data } = yield* rendered(root, tile, inside);
      for (let i = 0; 4 * i < data.length; i++) {
        const at = (tile.y - region.y + Math.floor(i / tile.width)) * region.width + tile.x - region.x + (i % tile.width);
        const bare = 1 - (data[4 * i + 3] as number) / ONE;
        for (let c = 0; c < 3; c++) out[3 * at + c] = (data[4 * i + c] as number) + bare * (paper[c] as number);
      }
    });
  }
  return out;
}

/** How far apart the two sides of a place on an outline are: the channel that differs most; -1 outside the region. */
const contrast = (
  print: Int16Array,
  { x, y, width, height }: Region,
  a: readonly [number, number],
  b: readonly [number, number],
): number => {
  const [ax, ay, bx, by] = [a[0] - x, a[1] - y, b[0] - x, b[1] - y].map(Math.floor) as [number, number, number, number];
  if (Math.min(ax, ay, bx, by) < 0 || Math.max(ax, bx) >= width || Math.max(ay, by) >= height) return -1;
  let most = 0;
  for (let c = 0; c < 3; c++) {
    const apart = (print[3 * (ay * width + ax) + c] as number) - (print[3 * (by * width + bx) + c] as number);
    most = Math.max(most, Math.abs(apart));
  }
  return most;
};

/** What of an outline is an edge without wear, and what of that is lost with it, in pixels of length. */
const lossAlong = (contours: readonly Contour[], before: Int16Array, after: Int16Array, region: Region): Taken => {
  let [there, taken] = [0, 0];
  for (const contour of contours) {
    for (let i = 0; i < contour.length; i += 2) {
      const j = (i + 2) % contour.length;
      const [x, y] = [contour[i] as number, contour[i + 1] as number];
      const [dx, dy] = [(contour[j] as number) - x, (contour[j + 1] as number) - y];
      const length = Math.hypot(dx, dy);
      if (length === 0) continue;
      const parts = Math.ceil(length);
      const [nx, ny] = [(-dy / length) * ASIDE, (dx / length) * ASIDE];
      for (let k = 0; k < parts; k++) {
        const [px, py] = [x + (dx * (k + 0.5)) / parts, y + (dy * (k + 0.5)) / parts];
        const [a, b] = [[px + nx, py + ny] as const, [px - nx, py - ny] as const];
        const edge = contrast(before, region, a, b);
        if (edge < LEAST_EDGE) continue;
        there += length / parts;
        if (contrast(after, region, a, b) < LOST * edge) taken += length / parts;
      }
    }
  }
  return { there, taken };
};

/** What one type pass's outline loses to all wear: the sheet's graph and that of the same sheet without wear, at one scale. */
export interface OutlineReading {
  readonly wants: (work: PlanWork) => TileName[];
  readonly run: (work: Work) => Rendering<OutlineLoss>;
}

const NOTHING: OutlineLoss = { there: 0, taken: 0, worst: null };

export const outlineReading = (pass: TypePass, stock: string, worn: Graph, bare: Graph): OutlineReading => {
  const region = regionOf(pass, worn);
  const { pxPerMm } = worn.scale;
  const { source, placement } = pass;
  return {
    wants: (work) => (region ? [worn, bare].flatMap(({ root }) => planPieces(root as Node, region, work)) : []),
    *run(work) {
      if (!region || !work.type) return NOTHING;
      const before = yield* onStock(bare, stock, region, work);
      const after = yield* onStock(worn, stock, region, work);
      let [there, taken, worst] = [0, 0, null as WornLetter | null];
      for (const { letter, contours } of lettersOf(source, work.type.face(source.font), placement, pxPerMm)) {
        const loss = lossAlong(contours, before, after, region);
        there += loss.there / pxPerMm;
        taken += loss.taken / pxPerMm;
        const lost = loss.there > 0 ? loss.taken / loss.there : 0;
        if (lost > (worst?.lost ?? 0)) worst = { letter, lost, box: boxOf(contours, pxPerMm) };
        yield;
      }
      return { there, taken, worst };
    },
  };
};

const boxOf = (contours: readonly Contour[], pxPerMm: number): WornLetter['box'] => {
  const { x, y, width, height } = contourBox(contours) ?? { x: 0, y: 0, width: 0, height: 0 };
  return { x: x / pxPerMm, y: y / pxPerMm, width: width / pxPerMm, height: height / pxPerMm };
};
