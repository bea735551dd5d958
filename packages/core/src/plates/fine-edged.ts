import type { Pass, Sheet } from '../sheet/model';

const ofPass = (pass: Pass): Pass => ({
  ...pass,
  steps: pass.steps.map((step) => ('hardness' in step.params ? { ...step, params: { ...step.params, hardness: 1 } } : step)),
  source: pass.source.kind === 'group' ? { ...pass.source, passes: pass.source.passes.map(ofPass) } : pass.source,
});

/** The sheet with edges a pixel soft, dots too: where its coverage passes a half is where each edge lies between the pixels. */
export const fineEdged = (sheet: Sheet): Sheet => ({ ...sheet, edges: 'smooth', passes: sheet.passes.map(ofPass) });
