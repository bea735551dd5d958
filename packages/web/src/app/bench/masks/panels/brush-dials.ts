import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { BRUSH_DIALS, type Pass, type Sheet } from '@uvrant/core';
import { Attachments, type Brush } from '../../attached/attachments';
import { dialLines } from '../../dials/dial-lines';

/** The dials of the brush. */
@Component({
  selector: 'uv-brush-dials',
  imports: [NgComponentOutlet],
  template: `
    @for (line of lines(); track line.name) {
      <ng-container *ngComponentOutlet="line.type; inputs: line.inputs" />
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BrushDials {
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  private readonly attachments = inject(Attachments);

  protected readonly lines = computed(() => {
    const [pass, sheet] = [this.pass(), this.sheet()];
    const values = this.attachments.brush() as unknown as Readonly<Record<string, unknown>>;
    return dialLines('brush', BRUSH_DIALS, values, { sheet, pass }, (name, value) =>
      this.attachments.brush.update((brush): Brush => ({ ...brush, [name]: value })),
    );
  });
}
