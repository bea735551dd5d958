import { stepOfKind } from '../catalogue/steps';
import { upgradedStep } from '../catalogue/upgraded';
import { rendered, scoped, type PlanWork, type Rendering, type Work } from '../nodes/node';
import { planPieces, planReading } from '../render/regions';
import { stepName, type Graph } from '../render/compile/graph';
import { statisticsOf } from '../nodes/statistics-node';
import type { Ways } from '../raster/kernels';
import { ONE, type Region } from '../raster/raster';
import type { TileName } from '../raster/source-tiles';
import type { TypePass } from '../sheet/outlined';
import type { Step } from '../sheet/model';
import { lettersOf } from '../sources/type';
import { meanTone } from '../steps/statistics';
import { displace, mapRead, waysOfMap, type Way } from '../steps/warp/displace';
import { blockOf } from './outline-readings';
import { contourPixels } from './wear-readings';

/** How a displacement leaves the letters of its pass. */
export interface BentLetters {
  /** The letter that it folds over itself most, and what share of its box that is. */
  readonly letter: string;
  readonly folded: number;
  /** Up to how much of its strength every letter holds; at most MOST_TIMES. */
  readonly holds: number;
}

/** A letter of which no more than this is folded over itself stays a letter. By trial, in a narrow face and a broad one, on a fine map and a broad one. */
export const MOST_FOLDED = 0.02;
/** More times its strength than this is not looked for. */
const MOST_TIMES = 4;
const HALVINGS = 12;

/** Parts that a letter's height is looked at in: what is finer does not make it unreadable. */
const PARTS = 24;

/** How ways change from place to place: at each, the trace and the determinant of their changes. */
interface Changes {
  readonly traces: Float32Array;
  readonly determinants: Float32Array;
}

const changesOf = ({ x, y, across, down }: Ways, { width, height }: Region): Changes => {
  const apart = Math.max(1, Math.round(height / PARTS));
  const [columns, rows] = [Math.max(0, width - apart), Math.max(0, height - apart)];
  const [traces, determinants] = [new Float32Array(columns * rows), new Float32Array(columns * rows)];
  const [byX, byY] = [across, down].map((most) => most / ONE / 256 / apart) as [number, number];
  for (let row = 0, k = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++, k++) {
      const i = row * width + column;
      const change = (plane: Int16Array, to: number): number => (plane[to] as number) - (plane[i] as number);
      const [xx, xy] = [byX * change(x, i + apart), byX * change(x, i + apart * width)];
      const [yx, yy] = [byY * change(y, i + apart), byY * change(y, i + apart * width)];
      traces[k] = xx + yy;
      determinants[k] = xx * yy - xy * yx;
    }
  }
  return { traces, determinants };
};

/** The share of places that ways fold over when they are lengthened by a factor, `times`: where the map p + times · way(p) turns over. */
const foldedShare = ({ traces, determinants }: Changes, times: number): number => {
  let folded = 0;
  for (let i = 0; i < traces.length; i++) {
    if (1 + times * (traces[i] as number) + times * times * (determinants[i] as number) <= 0) folded++;
  }
  return traces.length > 0 ? folded / traces.length : 0;
};

const holdsUpTo = (all: readonly Changes[]): number => {
  const doHold = (times: number): boolean => all.every((each) => foldedShare(each, times) <= MOST_FOLDED);
  if (doHold(MOST_TIMES)) return MOST_TIMES;
  let [low, high] = [0, MOST_TIMES];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (doHold(middle)) low = middle;
    else high = middle;
  }
  return low;
};

/** What looks at how far a displacement bends the letters of its pass. */
export interface BentReading {
  readonly wants: (work: PlanWork) => TileName[];
  readonly run: (work: Work) => Rendering<BentLetters | null>;
}

/** Null for a step that is no displacement at work. */
export const bentReading = (pass: TypePass, written: Step, graph: Graph): BentReading | null => {
  const step = upgradedStep(written);
  const found = graph.maps.get(stepName(pass.id, step.id));
  if (step.kind !== displace.kind || !step.on || !found?.tones) return null;
  const { map, tones } = found;
  const { pxPerMm } = graph.scale;
  const params = stepOfKind(step.kind)?.scaled?.(step.params, step.amount) as unknown as Way;
  const { x, y, width, height } = blockOf(pass);
  const block: Region = {
    x: Math.floor(x * pxPerMm),
    y: Math.floor(y * pxPerMm),
    width: Math.ceil(width * pxPerMm) + 1,
    height: Math.ceil(height * pxPerMm) + 1,
  };
  return {
    wants: (work) => [...planReading(tones, work), ...planPieces(map, mapRead(params, block, pxPerMm), work)],
    *run(work) {
      if (!work.type) return null;
      const mean = Math.round(meanTone(yield* statisticsOf(tones, work)) * ONE);
      const letters: { readonly letter: string; readonly changes: Changes }[] = [];
      for (const { letter, contours } of lettersOf(pass.source, work.type.face(pass.source.font), pass.placement, pxPerMm)) {
        const box = contourPixels(contours);
        if (!box) continue;
        const changes = yield* scoped(work, function* (inside) {
          const light = yield* rendered(map, mapRead(params, box, pxPerMm), inside);
          return changesOf(waysOfMap(params, light, mean, box, pxPerMm, inside.kernels), box);
        });
        letters.push({ letter, changes });
      }
      const [first, ...others] = letters.map(({ letter, changes }) => ({ letter, folded: foldedShare(changes, 1) }));
      if (!first) return null;
      const worst = others.reduce((one, other) => (other.folded > one.folded ? other : one), first);
      return { ...worst, holds: holdsUpTo(letters.map(({ changes }) => changes)) };
    },
  };
};
