import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MOST_BENT, type Pass, type Sheet, type SheetPoint, type Step } from '@uvrant/core';
import { Editing } from '../../editing';
import { Rendering } from '../../view/rendering';
import { percent } from '../../words';

/** How far a displacement bends the letters of its pass, and a way back to where they hold. */
@Component({
  selector: 'uv-displace-extra',
  template: `
    @if (pass().source.kind === 'type' && rendering.bent(); as bent) {
      <dl class="uv-sums">
        <dt>Most bent letter, of its height</dt>
        <dd>“{{ bent.letter }}” {{ share(bent.bent) }}</dd>
      </dl>
      @if (bent.bent > most) {
        <p class="uv-warn" role="status">
          Letters hold up to about {{ share(most) }}: beyond it parts of them run together or break off.
          <button type="button" class="again" (click)="ease(bent.bent)">Ease it to what holds</button>
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
  protected readonly most = MOST_BENT;
  protected readonly share = (value: number): string => percent(value, 1);
  private readonly params = computed(() => this.step().params as unknown as { readonly arrow: SheetPoint | null; readonly reach: number });

  /** Moves everything by less, in the same way, so that the most bent letter just holds. */
  protected ease(bent: number): void {
    const by = MOST_BENT / bent;
    // Downwards, so that it holds indeed.
    const less = (mm: number): number => Math.trunc(mm * by * 100) / 100;
    const { arrow, reach } = this.params();
    const eased = { arrow: arrow && { x: less(arrow.x), y: less(arrow.y) }, reach: less(reach) };
    this.editing.step(this.pass().id, this.step().id, (each) => ({ ...each, params: { ...each.params, ...eased } }));
  }
}
