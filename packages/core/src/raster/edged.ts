/**
 * Ink at a threshold whose edge is `edge` wide on each side of it, of the range of thresholds. Near bare and solid the edge is as narrow as
 * the line, so that its mean stays the amount.
 */
export const edged = (amount: number, threshold: number, edge: number): number => {
  const half = Math.min(edge, amount, 1 - amount);
  return half === 0 ? Number(threshold < amount) : Math.max(0, Math.min(1, (amount - threshold) / (2 * half) + 0.5));
};
