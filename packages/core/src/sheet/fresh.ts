import type { Pass, Placement, Source } from './model';

/** A pass that prints its source as it is: no steps, masks or wear, laid normally; changed as told. */
export const freshPass = (id: string, name: string, source: Source, placement: Placement, change: Partial<Pass> = {}): Pass => ({
  id,
  name,
  on: true,
  source,
  placement,
  steps: [],
  masks: [],
  wear: [],
  lay: { mode: 'normal', strength: 1 },
  ...change,
});
