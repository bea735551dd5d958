import { convertNode } from '../nodes/convert-node';
import { rendered, scoped, type Node, type PlanWork, type Rendering, type Work } from '../nodes/node';
import { lightNode } from '../nodes/plane-nodes';
import type { Region } from '../raster/raster';
import type { TileName } from '../raster/source-tiles';
import type { Graph } from '../render/compile/graph';
import { planPieces } from '../render/regions';
import { atan2Deg, cosDeg, ln, sinDeg } from '../units/exact';
import { powerSpectrum } from './spectrum';

/** A screen, or a weave, that is in a picture already: as it lies on the sheet. */
export interface FoundScreen {
  readonly lpi: number;
  /** Degrees, 0 … 90; of lines, which repeat one way, along them and up to 180. */
  readonly angle: number;
  readonly isLines: boolean;
}

/** Side of the squares that are looked at, and where their middles lie, in shares of the picture. */
export const PATCH = 256;
const PLACES = [
  [0.5, 0.5],
  [0.28, 0.3],
  [0.72, 0.3],
  [0.28, 0.7],
  [0.72, 0.7],
] as const;

/** Cycles over a square: broader patterns are the picture's own, finer ones are lost in its pixels. */
const LEAST = 9;
const MOST = 118;
/** How many times the power about it a peak has at least, and how far away, in cycles, that is taken: a screen's peak is a point, an edge's a streak. By trial. */
const SHARP = 40;
const ROUND = [5, 6, 7] as const;
/** The least of all power between LEAST and MOST that a screen's peaks have. By trial. */
const SHARE = 0.02;

interface Peak {
  readonly x: number;
  readonly y: number;
  readonly power: number;
}

const at = (power: Float64Array, x: number, y: number): number =>
  power[((y + 2 * PATCH) % PATCH) * PATCH + ((x + 2 * PATCH) % PATCH)] as number;

/** The most power of the rings about a frequency: what a streak or a slope through it would have. */
const roundAbout = (power: Float64Array, x: number, y: number): number => {
  let most = 0;
  for (const r of ROUND) {
    for (let k = 0; k < 24; k++) {
      most = Math.max(most, at(power, Math.round(x + r * cosDeg(15 * k)), Math.round(y + r * sinDeg(15 * k))));
    }
  }
  return most;
};

/** Where between its neighbours a peak of a Hann window lies: by the parabola through the logarithms. */
const between = (before: number, here: number, after: number): number => {
  const [a, b, c] = [before, here, after].map((v) => ln(Math.max(v, 1e-30))) as [number, number, number];
  const bend = a - 2 * b + c;
  return bend < 0 ? Math.max(-0.5, Math.min(0.5, (a - c) / (2 * bend))) : 0;
};

/** The screen in a power spectrum of PATCH × PATCH, in cycles over it; null where there is none. */
export const screenIn = (power: Float64Array): { readonly cycles: number; readonly angle: number; readonly isLines: boolean } | null => {
  let [total, best] = [0, null as Peak | null];
  const peaks: Peak[] = [];
  for (let y = -MOST; y <= MOST; y++) {
    for (let x = 0; x <= MOST; x++) {
      const r2 = x * x + y * y;
      if (r2 < LEAST * LEAST || r2 > MOST * MOST || (x === 0 && y < 0)) continue;
      const here = at(power, x, y);
      total += here;
      const isPeak = [-1, 0, 1].every((dy) => [-1, 0, 1].every((dx) => at(power, x + dx, y + dy) <= here));
      if (isPeak) peaks.push({ x, y, power: here });
    }
  }
  if (total === 0) return null;
  peaks.sort((a, b) => b.power - a.power);
  for (const peak of peaks.slice(0, 12)) {
    // A Hann window spreads a point over some nine frequencies: its own has a quarter of their power.
    if (4 * peak.power < SHARE * total) break;
    if (peak.power < SHARP * roundAbout(power, peak.x, peak.y)) continue;
    // The fundamental is the lowest of those that are about as strong.
    if (!best || (peak.power > best.power / 8 && Math.hypot(peak.x, peak.y) < 0.8 * Math.hypot(best.x, best.y))) best = peak;
  }
  if (!best) return null;
  const { x, y } = best;
  const dx = between(at(power, x - 1, y), best.power, at(power, x + 1, y));
  const dy = between(at(power, x, y - 1), best.power, at(power, x, y + 1));
  const [fx, fy] = [x + dx, y + dy];
  // Turned by a right angle: there is as strong a peak where dots or threads repeat both ways.
  const across = [-1, 0, 1].flatMap((v) => [-1, 0, 1].map((u) => at(power, Math.round(-fy) + u, Math.round(fx) + v)));
  const isLines = Math.max(...across) < best.power / 30;
  const way = (atan2Deg(-fy, fx) + 360) % 180;
  return { cycles: Math.hypot(fx, fy), angle: isLines ? (way + 90) % 180 : way % 90, isLines };
};

/** The middles' squares that lie within a region. */
const patchesOf = (box: Region): Region[] =>
  PLACES.map(([u, v]) => ({
    x: Math.round(box.x + u * box.width - PATCH / 2),
    y: Math.round(box.y + v * box.height - PATCH / 2),
    width: PATCH,
    height: PATCH,
  })).filter(({ x, y }) => x >= box.x && y >= box.y && x + PATCH <= box.x + box.width && y + PATCH <= box.y + box.height);

/** What looks for the screen in a pass's source, as it is placed in a graph at its sheet's own pixels. */
export interface ScreenSearch {
  readonly wants: (work: PlanWork) => TileName[];
  readonly run: (work: Work) => Rendering<FoundScreen | null>;
}

export const screenSearch = (graph: Graph, pass: string, box: Region): ScreenSearch => {
  const source = graph.sources.get(pass);
  const node = source ? lightNode(convertNode(source, 'tone')) : null;
  const patches = patchesOf(box);
  return {
    wants: (work) => (node ? patches.flatMap((patch) => planPieces(node as Node, patch, work)) : []),
    *run(work) {
      if (!node || patches.length === 0) return null;
      const sum = new Float64Array(PATCH * PATCH);
      for (const patch of patches) {
        const power = yield* scoped(work, function* (inside) {
          return powerSpectrum((yield* rendered(node, patch, inside)).tone, PATCH);
        });
        power.forEach((v, i) => (sum[i] = (sum[i] as number) + v));
        yield;
      }
      const found = screenIn(sum);
      return found && { lpi: (found.cycles / PATCH) * graph.scale.pxPerMm * 25.4, angle: found.angle, isLines: found.isLines };
    },
  };
};
