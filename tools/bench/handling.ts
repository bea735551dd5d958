/** Rows of what makes a print look handled: wear, painted masks, soft edges, made surfaces. */
import {
  AT_REST,
  cleaned,
  finish,
  guidedBytes,
  ONE,
  paintStrokes,
  pathOf,
  solvedCut,
  surfaceColours,
  SURFACES,
  takenTable,
  TIPS,
  toneStatistics,
  type Kernels,
  type Region,
  type Stroke,
} from '@uvrant/core';
import { timed } from './rows';

const SIDE = 1024;
const region: Region = { x: 0, y: 0, width: SIDE, height: SIDE };
const MEGAPIXELS = (SIDE * SIDE) / 1e6;

const say = (row: string, ms: number, note: string): void => console.log(`${row.padEnd(56)} ${ms.toFixed(0).padStart(6)} ms  ${note}`);
const best = async (run: () => unknown): Promise<number> => Math.min(await timed(run), await timed(run), await timed(run));

const surface = (name: string): Int16Array =>
  finish(
    surfaceColours(
      { surface: name, seed: 3, period: null },
      (x, y, out) => {
        out.x = (x * 25.4) / 300;
        out.y = (y * 25.4) / 300;
      },
      region,
    ),
  );

/** Two hundred strokes over a sheet of 18 × 24 in at the draft's 50 px an inch, of every tip in turn. */
const strokes: readonly Stroke[] = Array.from({ length: 200 }, (_, i) => ({
  tip: TIPS[i % TIPS.length]!.name,
  size: 12 + (i % 7) * 4,
  softness: 0.4,
  strength: 0.8,
  erases: i % 5 === 4,
  seed: i,
  path: pathOf(
    Array.from({ length: 12 }, (_, n) => [1000 + ((i * 977) % 36_000) + n * 500, 2000 + ((i * 1409) % 50_000) + (n % 3) * 300]).flat(),
  ),
}));

export const handlingRows = async (kernels: Kernels): Promise<void> => {
  console.log('');
  console.log('Handling, a megapixel each (1024 × 1024 px), best of three');
  const rusty = surface('rolled ink');
  const tone = rusty.filter((_, i) => i % 4 === 1);
  const greys = toneStatistics({ kind: 'tone', region, tone, coverage: null }, kernels);
  const solved = { ...solvedCut(greys, { curve: [], softness: 0.1, share: 0.15 }), softness: 0.1, curve: [], invert: false };
  const table = takenTable(solved);
  const taken = new Int16Array(tone.length);
  say('wear: its cut', await best(() => kernels.table(tone, table, taken)), '');
  say('wear: specks and holes under 0.25 mm at 300 ppi', await best(() => cleaned(taken, region, 3, 3, kernels)), '');
  say('wear: solving its cut', await best(() => solvedCut(greys, { curve: [], softness: 0.1, share: 0.15 })), '');
  const draft: Region = { x: 0, y: 0, width: 900, height: 1200 };
  const painted = await best(() => finish(paintStrokes(new Int16Array(900 * 1200), draft, strokes, AT_REST, 50 / 25.4, kernels)));
  say('painted mask of 200 strokes, 900 × 1200 px', painted, 'every tip in turn');
  const hard = Int16Array.from(tone, (v) => (v > ONE / 2 ? ONE : 0));
  const filter = { width: SIDE, height: SIDE, reach: 20, epsilon: 1e-6 };
  const soft = new Int16Array(SIDE * SIDE);
  const filtered = (): void => kernels.guided(rusty, hard, filter, [0, SIDE], new Uint8Array(guidedBytes(filter)), soft);
  say('guided filter, colour guide, window 41 px', await best(filtered), '');
  for (const { name } of SURFACES) say(`surface: ${name}, 300 ppi`, (await timed(() => surface(name))) / MEGAPIXELS, 'a megapixel');
};
