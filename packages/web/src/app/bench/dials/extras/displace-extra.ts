import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Pass, Sheet, SheetPoint, Step } from '@uvrant/core';
import { Editing } from '../../editing';
import { Rendering } from '../../view/rendering';
import { percent } from '../../words';

/** Up to what strength the letters of a displaced pass hold, and a way back to it. */
@Component({
  selector: 'uv-displace-extra',
  template: `
    @if (pass().source.kind === 'type' && rendering.bent(); as letters) {
      <dl class="uv-sums">
        <dt>Letters hold up to</dt>
        <dd>{{ holds() }} of this</dd>
      </dl>
      @if (letters.holds < 1) {
        <p class="uv-warn" role="status">
          “{{ letters.letter }}” folds over itself on {{ folded() }} of its ground: parts of it run together or break off.
          <button type="button" class="uv-link" (click)="ease(letters.holds)">Ease it to what holds</button>
        </p>
      }
    }
  `,
  styleUrl: './extra.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DisplaceExtra {
  readonly step = input.required<Step>();
  readonly pass = input.required<Pass>();
  readonly sheet = input<Sheet>();
  protected readonly rendering = inject(Rendering);
  private readonly editing = inject(Editing);
  protected readonly holds = computed(() => percent(this.rendering.bent()?.holds ?? 0, 0));
  protected readonly folded = computed(() => percent(this.rendering.bent()?.folded ?? 0, 0));
  private readonly params = computed(() => this.step().params as unknown as { readonly arrow: SheetPoint | null; readonly reach: number });

  /** Moves everything by less, in the same way, so that its letters just hold. */
  protected ease(holds: number): void {
    // Downwards, so that they do hold.
    const less = (mm: number): number => Math.trunc(mm * holds * 100) / 100;
    const { arrow, reach } = this.params();
    const eased = { arrow: arrow && { x: less(arrow.x), y: less(arrow.y) }, reach: less(reach) };
    this.editing.step(this.pass().id, this.step().id, (each) => ({ ...each, params: { ...each.params, ...eased } }));
  }
}
