import { ChangeDetectionStrategy, Component } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import type { PickMask } from '@uvrant/core';
import { MaskPanel, type MaskPanelKind } from './panel';

/** The colours that a pick was given. */
@Component({
  selector: 'uv-pick-panel',
  imports: [MatIcon, MatTooltip],
  template: `
    <div class="block">
      <b>Samples</b>
      <div class="samples">
        @for (sample of mask().samples; track $index; let i = $index) {
          <button
            type="button"
            class="sample"
            [attr.aria-label]="'Take sample ' + sample.colour + ' away'"
            [matTooltip]="sample.colour + ': take away'"
            (click)="drop(i)"
          >
            <span class="uv-swatch" [style.background]="sample.colour"></span>
            <mat-icon svgIcon="close" />
          </button>
        } @empty {
          <p class="note">Click a colour on the sheet.</p>
        }
      </div>
      @if (mask().samples.length > 0) {
        <p class="more">Click the sheet to add more; click a sample here to take it away.</p>
      }
    </div>
  `,
  styleUrls: ['../../dials/pass-dials.scss', '../mask-dials.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PickPanel extends MaskPanel<PickMask> {
  protected drop(at: number): void {
    this.change((mask) => ({ ...mask, samples: mask.samples.filter((_, i) => i !== at) }));
  }
}

export const pickPanel: MaskPanelKind = { component: PickPanel };
