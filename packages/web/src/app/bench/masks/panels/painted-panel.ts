import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import type { PaintedMask } from '@uvrant/core';
import { Toggles } from '../../../ui/toggles';
import { BrushDials } from './brush-dials';
import { MaskPanel, type MaskPanelKind } from './panel';

/** The strokes of a painted mask and the brush. */
@Component({
  selector: 'uv-painted-panel',
  imports: [BrushDials, Toggles],
  template: `
    <div class="block top">
      <b>Strokes</b>
      <uv-toggles
        [options]="ways"
        [value]="attachments.isErasing()"
        label="What strokes do"
        (chosen)="attachments.show({ erases: $event })"
      />
    </div>
    <uv-brush-dials [pass]="pass()" [sheet]="sheet()" />
    <div class="note">
      Paint on the sheet. [ and ] change the size; hold E to take away; Ctrl+Z takes back a stroke. {{ count() }}
      <div class="buttons">
        <button type="button" [disabled]="mask().strokes.length === 0" (click)="clear()">Clear all strokes</button>
      </div>
    </div>
  `,
  styleUrls: ['../../dials/pass-dials.scss', '../mask-dials.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PaintedPanel extends MaskPanel<PaintedMask> {
  protected readonly ways = [
    { value: false, words: 'add' },
    { value: true, words: 'take away' },
  ];
  protected readonly count = computed(() => {
    const { length } = this.mask().strokes;
    return length === 0 ? '' : `${length} ${length === 1 ? 'stroke' : 'strokes'} so far.`;
  });

  protected clear(): void {
    this.change((mask) => ({ ...mask, strokes: [] }));
  }
}

export const paintedPanel: MaskPanelKind = { component: PaintedPanel };
