import { chanceAt } from '../units/noise';
import { clamp } from '../units/smooth';
import { apart, moved, round, rows, type Ground, type Places } from './ground';
import { noise } from './noise';

/** What threads and the gaps between them are on the whole. */
const EVEN = { thread: 0.645, gap: 0.085 };

/**
 * Plain weave: threads `pitch` mm apart take turns in lying on top. Of each place, how much light its thread gives back (0 … 1), and how
 * deep it lies between threads (0 … 1). Threads are of uneven thickness, and are not quite straight.
 */
export const woven = (ground: Ground, salt: number, pitch: number) => {
  // Threads take turns: a period has an even number of them.
  const every = apart(ground, 2 * pitch) / 2;
  const threads = ground.period === null ? 0 : Math.floor(ground.period / every + 0.5);
  const seed = ground.seed * 64 + salt;
  const there = moved([noise(ground, salt, 7 * pitch, 2), noise(ground, salt + 3, 7 * pitch, 2), 0.3 * pitch]);
  const twist = [
    noise(ground, salt + 7, 0.16 * pitch, 1, { stretch: 4, turn: 28 }),
    noise(ground, salt + 9, 0.16 * pitch, 1, { stretch: 4, turn: 118 }),
  ] as const;
  const slub = [
    noise(ground, salt + 11, pitch, 1, { stretch: 14 }),
    noise(ground, salt + 13, pitch, 1, { stretch: 14, turn: 90 }),
  ] as const;
  const [bright, deep] = [rows(), rows()];
  return (at: Places) => {
    const { x, y } = there(at);
    const [twistX, twistY, slubX, slubY] = [twist[0](at), twist[1](at), slub[0](at), slub[1](at)];
    const [thread, gap] = [bright(at.count), deep(at.count)];
    const seen = clamp(1.6 - (1.2 * at.pixel) / every);
    for (let i = 0; i < at.count; i++) {
      const u = (x[i] as number) / every;
      const v = (y[i] as number) / every;
      const column = Math.floor(u);
      const line = Math.floor(v);
      const isLevel = (((column + line) % 2) + 2) % 2 === 0;
      // Across the thread that is on top, and along it from one dive to the next, − 1 … 1.
      const s = 2 * (isLevel ? v - line : u - column) - 1;
      const t = 2 * (isLevel ? u - column : v - line) - 1;
      const own = isLevel ? chanceAt(round(line, threads), 1, seed) : chanceAt(round(column, threads), 2, seed);
      const broad = 0.9 + 0.14 * own + 0.22 * ((isLevel ? slubX[i] : slubY[i]) as number);
      const across = Math.abs(s) / broad;
      const round2 = across < 1 ? Math.sqrt(1 - across * across) : 0;
      const height = round2 * (1 - 0.45 * t * t);
      gap[i] = across < 1 ? 0.35 * (1 - height) * (1 - height) : Math.min(1, 0.55 + 3 * (across - 1));
      thread[i] = 0.2 + 0.75 * height * (0.85 + 0.15 * own) + 0.4 * height * ((isLevel ? twistX[i] : twistY[i]) as number);
    }
    // Threads finer than a pixel are an even tone.
    if (seen < 1) {
      for (let i = 0; i < at.count; i++) {
        thread[i] = EVEN.thread + seen * ((thread[i] as number) - EVEN.thread);
        gap[i] = EVEN.gap + seen * ((gap[i] as number) - EVEN.gap);
      }
    }
    return { thread, gap };
  };
};
