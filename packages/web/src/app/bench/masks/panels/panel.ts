import { Directive, inject, input, type Type } from '@angular/core';
import type { Mask, Pass, Sheet } from '@uvrant/core';
import { Attachments } from '../../attached/attachments';

/** What stands in the dials column above an open mask's dials: what it is made of. */
@Directive()
export abstract class MaskPanel<M extends Mask> {
  readonly mask = input.required<M>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  protected readonly attachments = inject(Attachments);

  protected change(change: (mask: M) => M): void {
    const { kind } = this.mask();
    this.attachments.changeMask((mask) => (mask.kind === kind ? change(mask as M) : mask));
  }
}

/** How a kind of mask is worked on. */
export interface MaskPanelKind {
  readonly component: Type<unknown>;
}
