import type { Kernels } from '../../raster/kernels';
import { ONE } from '../../raster/raster';
import { remembering } from '../../units/remember';
import { liftTable } from '../soft';

/**
 * A screen of thresholds that are spread evenly over 0 … 1: ink where there is more of it than the threshold, with an edge 2w wide.
 * The thresholds are brought within w … 1 − w, so that no ink stays bare and all of it solid.
 */

/** Half the width of an edge, of the tone range, at a hardness; never none, so that an edge is smooth over a step of 1/256. */
export const halfEdge = (hardness: number): number => 0.004 + 0.22 * (1 - hardness);

/** Mean ink of an amount a over all thresholds t: ∫ clamp((a − w − (1 − 2w) t) / 2w + ½) dt. */
const meanAt = (a: number, w: number): number => {
  // The ramp is full for thresholds up to `full` and gone from `none` on, straight between.
  const full = (a - 2 * w) / (1 - 2 * w);
  const none = a / (1 - 2 * w);
  const ramp = (t: number): number => Math.max(0, Math.min(1, (a - w - (1 - 2 * w) * t) / (2 * w) + 0.5));
  const [from, to] = [Math.max(0, Math.min(1, full)), Math.max(0, Math.min(1, none))];
  return from + ((to - from) * (ramp(from) + ramp(to))) / 2;
};

/** For each ink (0 … ONE) the amount whose mean over all thresholds it is. */
export const amountsFor = remembering(8, String, (w: number) => {
  const table = new Int16Array(ONE + 1);
  for (let ink = 1; ink < ONE; ink++) {
    let [low, high] = [0, 1];
    for (let i = 0; i < 16; i++) {
      const middle = (low + high) / 2;
      if (meanAt(middle, w) < ink / ONE) low = middle;
      else high = middle;
    }
    table[ink] = Math.floor(high * ONE + 0.5);
  }
  table[ONE] = ONE;
  return table;
});

/** Thresholds brought within w … 1 − w. */
export const within = (threshold: number, w: number): number => w + (1 - 2 * w) * threshold;

const edges = remembering(8, String, (w: number) => liftTable((apart) => Math.max(0, Math.min(1, apart / (2 * w) + 0.5))));

/** Coverage of amounts over thresholds that are within w … 1 − w. */
export const printed = (amounts: Int16Array, thresholds: Int16Array, w: number, { arena, lifted }: Kernels): Int16Array => {
  const out = arena.plane(amounts.length);
  lifted(null, amounts, thresholds, edges(w), out);
  return out;
};
