import { heapArena } from '../raster/arena';
import { sizeOf, ONE, type Region } from '../raster/raster';
import { overlap, paste, tilesOf } from '../raster/region';
import { isBlank, uniformPlane } from '../raster/uniform';
import { wearName, type Graph } from '../render/compile/graph';
import { rendered, scoped, type Node, type Rendering, type Work } from '../nodes/node';
import { coveragePlane, multiplied, complementOf } from '../nodes/plane-nodes';
import { READ_TILE } from '../nodes/statistics-node';
import { lettersOf } from '../sources/type';
import type { Pass, Sheet } from '../sheet/model';
import { passesOf } from '../sheet/walk';
import { contourBox, type Contour } from '../type/outline';
import { Fill } from '../type/scanline';

/** Sums of coverage over a region: what was there before any wear, and what was taken of it. */
export interface Taken {
  readonly there: number;
  readonly taken: number;
}

/** What wear takes over a region: each wear by `pass/wear`, and what each type pass loses to all wear together, by its id. */
export interface WearSums {
  readonly wears: Readonly<Record<string, Taken>>;
  readonly lettering: Readonly<Record<string, Taken>>;
}

/** The letter that loses most of itself, and its box on the sheet, mm. */
export interface WornLetter {
  readonly letter: string;
  readonly lost: number;
  readonly box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}

/** Names of the wears that take from a pass: its own, its groups', and those of overall passes that print after it. */
export const wearsOver = (sheet: Sheet, id: string): string[] => {
  const own = (pass: Pass): string[] => pass.wear.filter((wear) => wear.on).map((wear) => wearName(pass.id, wear.id));
  const search = (passes: readonly Pass[]): string[] | null => {
    for (const [i, pass] of passes.entries()) {
      const inside = pass.id === id ? [] : pass.source.kind === 'group' ? search(pass.source.passes) : null;
      if (!inside) continue;
      const later = passes.slice(i + 1).filter((each) => each.on && each.source.kind === 'overall');
      return [...inside, ...own(pass), ...later.flatMap(own)];
    }
    return null;
  };
  return search(sheet.passes) ?? [];
};

/** Set type that prints: what a wear could make unreadable. Knocked out lettering has no ink of its own to lose. */
const lettering = (sheet: Sheet): Pass[] =>
  [...passesOf(sheet.passes)].filter((pass) => pass.on && pass.source.kind === 'type' && pass.lay.mode !== 'knock-out');

/** Everything that the readings look at, to be planned for. */
export const wornNodes = (sheet: Sheet, graph: Graph): Node[] => [
  ...[...graph.wears.values()].flatMap(({ taken, from }) => [taken, from]),
  ...lettering(sheet).flatMap((pass) => graph.passes.get(pass.id) ?? []),
];

/** What is left of everything after several wears, over a region. */
function* leftAfter(names: readonly string[], graph: Graph, region: Region, work: Work): Rendering<Int16Array> {
  const { kernels } = work;
  let left = uniformPlane(sizeOf(region), ONE);
  for (const name of names) {
    const wearing = graph.wears.get(name);
    if (!wearing || isBlank(left)) continue;
    left = multiplied(left, complementOf((yield* rendered(wearing.taken, region, work)).tone, ONE, kernels), kernels);
  }
  return left;
}

/** What wear takes over a region of a graph; regions add up. In whole pixels of coverage. */
export function* wearSums(sheet: Sheet, graph: Graph, region: Region, work: Work): Rendering<WearSums> {
  const { kernels } = work;
  const wears: Record<string, Taken> = {};
  for (const pass of passesOf(sheet.passes)) {
    let there: number | null = null;
    for (const wear of pass.wear) {
      const name = wearName(pass.id, wear.id);
      const wearing = graph.wears.get(name);
      if (!wearing) continue;
      const from = coveragePlane(yield* rendered(wearing.from, region, work), kernels);
      there ??= kernels.sum(from) / ONE;
      // Nothing can be taken where nothing is.
      const taken = isBlank(from) ? 0 : kernels.dot(from, (yield* rendered(wearing.taken, region, work)).tone) / ONE / ONE;
      wears[name] = { there, taken };
      yield;
    }
  }
  const lost: Record<string, Taken> = {};
  for (const pass of lettering(sheet)) {
    const node = graph.passes.get(pass.id);
    if (!node) continue;
    const letters = coveragePlane(yield* rendered(node, region, work), kernels);
    const there = kernels.sum(letters) / ONE;
    if (isBlank(letters)) {
      lost[pass.id] = { there: 0, taken: 0 };
      continue;
    }
    const left = yield* leftAfter(wearsOver(sheet, pass.id), graph, region, work);
    lost[pass.id] = { there, taken: there - kernels.dot(letters, left) / ONE / ONE };
    yield;
  }
  return { wears, lettering: lost };
}

/** Two readings of what wear takes, of different regions, added up. */
export const addedSums = (one: WearSums, two: WearSums): WearSums => {
  const both = (a: WearSums['wears'], b: WearSums['wears']): Record<string, Taken> => {
    const out: Record<string, Taken> = { ...a };
    for (const [name, { there, taken }] of Object.entries(b)) {
      out[name] = { there: there + (a[name]?.there ?? 0), taken: taken + (a[name]?.taken ?? 0) };
    }
    return out;
  };
  return { wears: both(one.wears, two.wears), lettering: both(one.lettering, two.lettering) };
};

/** What wear takes over a whole graph, read piece by piece. */
export function* wholeWearSums(sheet: Sheet, graph: Graph, work: Work): Rendering<WearSums> {
  let sums: WearSums = { wears: {}, lettering: {} };
  for (const tile of tilesOf(graph.region, READ_TILE)) {
    sums = addedSums(sums, yield* scoped(work, (inside) => wearSums(sheet, graph, tile, inside)));
  }
  return sums;
}

/** The letter of each type pass that loses most of itself, by the pass's id; none where nothing is lost. */
export function* worstLetters(sheet: Sheet, graph: Graph, work: Work): Rendering<Readonly<Record<string, WornLetter>>> {
  const worst: Record<string, WornLetter> = {};
  const { pxPerMm } = graph.scale;
  for (const { id, source, placement } of lettering(sheet)) {
    if (source.kind !== 'type' || !work.type) continue;
    const left = new Int16Array(sizeOf(graph.region));
    for (const tile of tilesOf(graph.region, READ_TILE)) {
      yield* scoped(work, function* (inside) {
        paste(yield* leftAfter(wearsOver(sheet, id), graph, tile, inside), tile, left, graph.region);
      });
    }
    for (const { letter, contours } of lettersOf(source, work.type.face(source.font), placement, pxPerMm)) {
      const box = contourPixels(contours);
      const area = box && overlap(box, graph.region);
      const coverage = area && new Fill(contours).coverage(area, { ...work.kernels, arena: heapArena });
      yield;
      if (!area || !coverage) continue;
      const lost = lostOf(coverage, area, left, graph.region.width);
      if (lost <= (worst[id]?.lost ?? 0)) continue;
      const mm = { x: area.x / pxPerMm, y: area.y / pxPerMm, width: area.width / pxPerMm, height: area.height / pxPerMm };
      worst[id] = { letter, lost, box: mm };
    }
    yield;
  }
  return worst;
}

/** The pixels that contours lie in; null of none. */
export const contourPixels = (contours: readonly Contour[]): Region | null => {
  const box = contourBox(contours);
  if (!box) return null;
  const [x, y] = [Math.floor(box.x), Math.floor(box.y)];
  return { x, y, width: Math.ceil(box.x + box.width) - x + 1, height: Math.ceil(box.y + box.height) - y + 1 };
};

const lostOf = (coverage: Int16Array, area: Region, left: Int16Array, width: number): number => {
  let [there, lost] = [0, 0];
  for (let i = 0; i < coverage.length; i++) {
    const at = (area.y + Math.floor(i / area.width)) * width + area.x + (i % area.width);
    there += coverage[i] as number;
    lost += (coverage[i] as number) * (1 - (left[at] as number) / ONE);
  }
  return there > 0 ? lost / there : 0;
};

/** How much a wear must be reduced on lettering that loses a share of itself, so that it loses no more than `most`. */
export const easeFor = (lost: number, most: number): number => (lost > most && lost > 0 ? 1 - most / lost : 0);
