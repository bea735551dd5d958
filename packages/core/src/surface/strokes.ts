import { chanceAt } from '../units/noise';
import { apart, moved, round, rows, type Field, type Ground } from './ground';
import { noise } from './noise';

/** Strokes of a brush or a roller that lie beside one another, along x: where on its stroke a place is. */
export interface StrokeKind {
  /** From one to the next, mm, and how broad each is as a share of that. */
  readonly apart: number;
  readonly broad: number;
  /** How long a stroke is, mm: the next begins after it. */
  readonly long: number;
  /** How far strokes sway, mm. */
  readonly sway: number;
  /** True where they run down the sheet instead of across it. */
  readonly turn?: boolean;
}

/** What a place is told of its stroke, in rows. */
export interface OnStroke {
  /** Along it, 0 at its start … 1 at its end. */
  readonly along: Float64Array;
  /** How far inside its sides, mm; outside: less than nothing. */
  readonly inside: Float64Array;
  /** A chance of its own, 0 … 1. */
  readonly own: Float64Array;
}

/** A place lies on the stroke that reaches furthest over it. */
export const strokes = (ground: Ground, salt: number, kind: StrokeKind) => {
  const [every, long] = [apart(ground, kind.apart), apart(ground, kind.long)];
  const [lanes, turns] =
    ground.period === null ? [0, 0] : [Math.floor(ground.period / every + 0.5), Math.floor(ground.period / long + 0.5)];
  const seed = ground.seed * 64 + salt;
  const [still, row] = [noise(ground, salt, 90, 2), [rows(), rows(), rows()] as const];
  const swayed = moved([still, noise(ground, salt + 3, 110, 2), kind.sway]);
  // Breadths and middles of the strokes about the lane that was met last.
  const [broads, middles] = [new Float64Array(3), new Float64Array(3)];
  return (at: Parameters<Field>[0]): OnStroke => {
    const there = swayed(at);
    const [along, inside, own] = [row[0](at.count), row[1](at.count), row[2](at.count)];
    const [xs, ys] = kind.turn ? [there.y, there.x] : [there.x, there.y];
    let whose = NaN;
    for (let i = 0; i < at.count; i++) {
      const lane = Math.floor((ys[i] as number) / every);
      if (lane !== whose) {
        whose = lane;
        for (let n = 0; n < 3; n++) {
          const of = round(lane + n - 1, lanes);
          broads[n] = (kind.broad * every * (0.7 + 0.6 * chanceAt(of, 1, seed))) / 2;
          middles[n] = (lane + n - 1 + 0.5 + 0.5 * (chanceAt(of, 2, seed) - 0.5)) * every;
        }
      }
      let most = -1e3;
      let on = 0;
      for (let n = 0; n < 3; n++) {
        const deep = (broads[n] as number) - Math.abs((ys[i] as number) - (middles[n] as number));
        if (deep <= most) continue;
        most = deep;
        on = n;
      }
      const of = round(lane + on - 1, lanes);
      const from = (xs[i] as number) / long + chanceAt(of, 3, seed);
      const turn = Math.floor(from);
      along[i] = from - turn;
      own[i] = chanceAt(of, 7 + round(turn, turns), seed + 1);
      inside[i] = most;
    }
    return { along, inside, own };
  };
};
