/** What stands in the dials column for what is open. One row a panel; the first that has something to show is shown. */
import type { Type } from '@angular/core';
import type { Mask, Pass, Sheet, Step, Wear } from '@uvrant/core';
import { MaskDials } from '../masks/mask-dials';
import { WEAR_PANELS } from '../wear/panels';
import { PassDials } from './pass-dials';
import { SeveralDials } from './several-dials';
import { SheetDials } from './sheet-dials';
import { StepDials } from './step-dials';

/** The chosen line: what is open of the sheet, from its head to a mask of a pass. */
export interface Open {
  readonly sheet: Sheet;
  readonly pass: Pass | null;
  /** Every chosen pass, where there are several. */
  readonly passes: readonly Pass[];
  readonly step: Step | null;
  readonly mask: Mask | null;
  readonly wear: Wear | null;
}

export interface Panel {
  readonly component: Type<unknown>;
  readonly inputs: Record<string, unknown>;
}

const PANELS: readonly ((open: Open) => Panel | null)[] = [
  ({ mask, pass, sheet }) => (mask && pass ? { component: MaskDials, inputs: { mask, pass, sheet } } : null),
  ({ wear, pass, sheet }) => (wear && pass ? { component: WEAR_PANELS[wear.kind], inputs: { wear, pass, sheet } } : null),
  ({ step, pass, sheet }) => (step && pass ? { component: StepDials, inputs: { step, pass, sheet } } : null),
  ({ passes, sheet }) => (passes.length > 1 ? { component: SeveralDials, inputs: { passes, sheet } } : null),
  ({ pass, sheet }) => (pass ? { component: PassDials, inputs: { pass, sheet } } : null),
  ({ sheet }) => ({ component: SheetDials, inputs: { sheet } }),
];

export const panelFor = (open: Open): Panel | null => {
  for (const panelOf of PANELS) {
    const panel = panelOf(open);
    if (panel) return panel;
  }
  return null;
};
