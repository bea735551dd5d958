import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonToggle } from '@angular/material/button-toggle';
import type { CutOutMask } from '@uvrant/core';
import type { Drawing } from '../../../state/bench';
import { Rendering } from '../../view/rendering';
import { percent } from '../../words';
import { BrushDials } from './brush-dials';
import { MaskPanel, type MaskPanelKind } from './panel';

const DRAWINGS: readonly { readonly name: Drawing; readonly hint: string }[] = [
  { name: 'polygon', hint: 'Click corner after corner; double-click or Enter closes it.' },
  { name: 'freehand', hint: 'Draw round it in one go.' },
  { name: 'rectangle', hint: 'Drag from corner to corner.' },
  { name: 'ellipse', hint: 'Drag from corner to corner of its box.' },
];

/** The outline of a cut-out, and where its soft edges are looked for. */
@Component({
  selector: 'uv-cut-out-panel',
  imports: [BrushDials, MatButtonToggle],
  template: `
    <div class="block">
      <b>Outline</b>
      <div class="uv-choices" role="group" aria-label="Draw the outline anew">
        @for (way of drawings; track way.name) {
          <button type="button" [attr.aria-pressed]="attachments.drawing() === way.name" (click)="draw(way.name)">{{ way.name }}</button>
        }
      </div>
      <p class="more">{{ hint() }}</p>
    </div>
    @if (mask().band > 0) {
      <div class="block">
        <div class="top">
          <b>Soft edges</b>
          <mat-button-toggle [checked]="attachments.drawing() === 'band'" disableRipple (change)="draw('band')">
            paint where needed
          </mat-button-toggle>
        </div>
        @if (unfound(); as words) {
          <p class="uv-warn" role="status">{{ words }}</p>
        }
        @if (attachments.drawing() === 'band') {
          <uv-brush-dials [pass]="pass()" [sheet]="sheet()" />
        }
      </div>
    }
  `,
  styleUrls: ['../../dials/pass-dials.scss', '../mask-dials.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CutOutPanel extends MaskPanel<CutOutMask> {
  private readonly rendering = inject(Rendering);
  protected readonly drawings = DRAWINGS;
  protected readonly hint = computed(() => {
    const drawing = DRAWINGS.find(({ name }) => name === this.attachments.drawing());
    return drawing?.hint ?? 'Choose a way to draw it anew.';
  });

  protected readonly unfound = computed(() => {
    const share = this.rendering.unfound()?.share ?? 0;
    if (share === 0) return null;
    return `No edge is found along ${percent(share)} of the outline, where it is marked: subject and ground are alike there. The outline itself is kept.`;
  });

  protected draw(way: Drawing): void {
    this.attachments.show({ drawing: this.attachments.drawing() === way ? null : way });
  }
}

export const cutOutPanel: MaskPanelKind = { component: CutOutPanel };
