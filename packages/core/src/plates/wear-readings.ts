import { sizeOf, ONE, type Raster, type Region } from '../raster/raster';
import { overlap } from '../raster/region';
import { wearName, type Graph } from '../render/compile';
import { rendered, type Node, type Rendering, type Work } from '../render/node';
import { lettersOf } from '../render/source-nodes';
import type { Pass, Sheet } from '../sheet/model';
import { passesOf } from '../sheet/walk';
import { Fill } from '../type/scanline';
import { coverageAt } from './ink-shares';

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

const sumOf = (raster: Raster): number => {
  const count = sizeOf(raster.region);
  let sum = 0;
  for (let i = 0; i < count; i++) sum += coverageAt(raster, i);
  return sum;
};

const takenOf = (from: Raster, taken: Int16Array): number => {
  let sum = 0;
  for (let i = 0; i < taken.length; i++) sum += (coverageAt(from, i) * (taken[i] as number)) / ONE;
  return sum;
};

/** What is left of everything after several wears, 0 … 1 a pixel. */
function* leftAfter(names: readonly string[], graph: Graph, region: Region, work: Work): Rendering<Float32Array> {
  const left = new Float32Array(sizeOf(region)).fill(1);
  for (const name of names) {
    const wearing = graph.wears.get(name);
    if (!wearing) continue;
    const { tone } = yield* rendered(wearing.taken, region, work);
    for (let i = 0; i < left.length; i++) left[i] = (left[i] as number) * (1 - (tone[i] as number) / ONE);
  }
  return left;
}

/** What wear takes over a region of a graph; regions add up. */
export function* wearSums(sheet: Sheet, graph: Graph, region: Region, work: Work): Rendering<WearSums> {
  const wears: Record<string, Taken> = {};
  for (const pass of passesOf(sheet.passes)) {
    let there: number | null = null;
    for (const wear of pass.wear) {
      const wearing = graph.wears.get(wearName(pass.id, wear.id));
      if (!wearing) continue;
      const from = yield* rendered(wearing.from, region, work);
      const { tone } = yield* rendered(wearing.taken, region, work);
      there ??= sumOf(from);
      wears[wearName(pass.id, wear.id)] = { there, taken: takenOf(from, tone) };
    }
  }
  const lost: Record<string, Taken> = {};
  for (const pass of lettering(sheet)) {
    const node = graph.passes.get(pass.id);
    if (!node) continue;
    const letters = yield* rendered(node, region, work);
    const left = yield* leftAfter(wearsOver(sheet, pass.id), graph, region, work);
    let taken = 0;
    for (let i = 0; i < left.length; i++) taken += coverageAt(letters, i) * (1 - (left[i] as number));
    lost[pass.id] = { there: sumOf(letters), taken };
  }
  return { wears, lettering: lost };
}

/** The letter of each type pass that loses most of itself, by the pass's id; none where nothing is lost. */
export function* worstLetters(sheet: Sheet, graph: Graph, work: Work): Rendering<Readonly<Record<string, WornLetter>>> {
  const worst: Record<string, WornLetter> = {};
  const { pxPerMm } = graph.scale;
  for (const { id, source, placement } of lettering(sheet)) {
    if (source.kind !== 'type' || !work.type) continue;
    const left = yield* leftAfter(wearsOver(sheet, id), graph, graph.region, work);
    for (const { letter, contours } of lettersOf(source, work.type.face(source.font), placement, pxPerMm)) {
      const box = boundsOf(contours);
      const area = box && overlap(box, graph.region);
      const coverage = area && new Fill(contours).coverage(area);
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

const boundsOf = (contours: readonly (readonly number[])[]): Region | null => {
  const [xs, ys] = [0, 1].map((odd) => contours.flatMap((contour) => contour.filter((_, i) => i % 2 === odd))) as [number[], number[]];
  if (xs.length === 0) return null;
  const [x, y] = [Math.floor(Math.min(...xs)), Math.floor(Math.min(...ys))];
  return { x, y, width: Math.ceil(Math.max(...xs)) - x + 1, height: Math.ceil(Math.max(...ys)) - y + 1 };
};

const lostOf = (coverage: Int16Array, area: Region, left: Float32Array, width: number): number => {
  let [there, lost] = [0, 0];
  for (let i = 0; i < coverage.length; i++) {
    const at = (area.y + Math.floor(i / area.width)) * width + area.x + (i % area.width);
    there += coverage[i] as number;
    lost += (coverage[i] as number) * (1 - (left[at] as number));
  }
  return there > 0 ? lost / there : 0;
};

/** How much a wear must be eased on lettering that loses a share of itself, so that it loses no more than `most`. */
export const easeFor = (lost: number, most: number): number => (lost > most && lost > 0 ? 1 - most / lost : 0);
