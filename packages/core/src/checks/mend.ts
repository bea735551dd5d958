import { removeStep } from '../sheet/edit';
import type { Edges, Sheet } from '../sheet/model';
import { withPass, withStep } from '../sheet/walk';

/** A change to a sheet that mends what a check found, as it can be sent between threads. */
export type Mend =
  | { readonly kind: 'edges'; readonly edges: Edges }
  | { readonly kind: 'ppi'; readonly ppi: number }
  | { readonly kind: 'step'; readonly pass: string; readonly step: string; readonly params: Readonly<Record<string, unknown>> }
  | { readonly kind: 'no step'; readonly pass: string; readonly step: string }
  | { readonly kind: 'source'; readonly pass: string; readonly change: Readonly<Record<string, unknown>> }
  | { readonly kind: 'place'; readonly pass: string; readonly right: number; readonly down: number };

/** A sheet with a mend made. */
export const mended = (sheet: Sheet, mend: Mend): Sheet => {
  switch (mend.kind) {
    case 'edges':
      return { ...sheet, edges: mend.edges };
    case 'ppi':
      return { ...sheet, ppi: mend.ppi };
    case 'step':
      return withStep(sheet, mend.pass, mend.step, (step) => ({ ...step, params: { ...step.params, ...mend.params } }));
    case 'no step':
      return removeStep(sheet, mend.pass, mend.step);
    case 'source':
      return withPass(sheet, mend.pass, (pass) => ({ ...pass, source: { ...pass.source, ...mend.change } }));
    case 'place':
      return withPass(sheet, mend.pass, (pass) => {
        const { x, y } = pass.placement;
        return { ...pass, placement: { ...pass.placement, x: x + mend.right, y: y + mend.down } };
      });
  }
};
