import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { STROKE_UNITS } from '@uvrant/core';
import { Tiles } from '../table/tiles';
import { TableTool, type ToolKind } from './tool';

const hex = (value: number): string => Math.round(value).toString(16).padStart(2, '0');

/** Takes colours off the unprinted original for a pick by colour. */
@Component({
  selector: 'uv-sampler',
  template: `
    <svg aria-hidden="true">
      @for (sample of samples(); track $index) {
        <circle class="sample" r="5" [attr.cx]="toX(sample.x)" [attr.cy]="toY(sample.y)" [attr.fill]="sample.colour" />
      }
    </svg>
  `,
  styleUrl: './tool.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Sampler extends TableTool {
  private readonly tiles = inject(Tiles);
  readonly says = signal('Click a colour of the sheet');
  protected readonly samples = computed(() => {
    const mask = this.attachments.mask();
    return mask?.kind === 'pick' ? mask.samples : [];
  });

  /** Adds the colour of the source at a place to the open pick. */
  protected override clicked(point: readonly [number, number]): boolean {
    const [x, y] = [point[0] / STROKE_UNITS, point[1] / STROKE_UNITS];
    const perMm = this.sheet().ppi / 25.4;
    const value = this.tiles.unprinted.valueAt(x * perMm, y * perMm);
    if (!value || value[3] === 0) return true;
    const colour = `#${hex(value[0])}${hex(value[1])}${hex(value[2])}`;
    this.attachments.changeMask((mask) => (mask.kind === 'pick' ? { ...mask, samples: [...mask.samples, { x, y, colour }] } : mask));
    return true;
  }

  protected take(): void {
    // A click is all there is to it.
  }
}

export const sampler: ToolKind = { component: Sampler, isFor: ({ kind }) => kind === 'pick', readsOriginal: true };
