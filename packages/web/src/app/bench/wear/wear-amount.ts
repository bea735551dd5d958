import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { wearName, WEAR_SHARES, type Pass, type TextureWear } from '@uvrant/core';
import { Figure } from '../../ui/figure';
import { RuledScale } from '../../ui/ruled-scale';
import { Toggles } from '../../ui/toggles';
import { Adding } from '../adding/adding';
import { Rendering } from '../view/rendering';
import { percent } from '../words';

/** Most that a wear can be asked to take. */
const MOST = 0.95;

/** How much of the ink a wear takes: read from the print, typed, chosen, or dragged by the share of its texture. */
@Component({
  selector: 'uv-wear-amount',
  imports: [Figure, RuledScale, Toggles],
  template: `
    <div class="block">
      <div class="top">
        <b>How much</b>
        @if (isSolving()) {
          <span class="more" role="status">solving…</span>
        }
        @if (taken(); as taken) {
          {{ taken.isTrue ? '' : '≈' }}
          <uv-figure
            [value]="100 * taken.share"
            unit="%"
            [digits]="1"
            [width]="46"
            label="Share of the ink that it takes, percent"
            (changed)="solveInk($event / 100)"
          />
          <span class="unit">% of the ink</span>
        } @else {
          <span class="more">{{ wear().on ? 'reading what it takes…' : 'it is off' }}</span>
        }
      </div>
      <uv-toggles class="ways" [options]="amounts" [value]="amount()" label="How much it takes" (chosen)="solveInk($event)" />
      <uv-ruled-scale
        [value]="100 * wear().share"
        [min]="0"
        [max]="100 * most"
        [step]="0.5"
        label="Share of the texture"
        (changed)="setShare($event, true)"
        (letGo)="setShare($event, false)"
      />
    </div>
  `,
  styleUrls: ['../dials/pass-dials.scss', './wear-dials.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WearAmount {
  readonly wear = input.required<TextureWear>();
  readonly pass = input.required<Pass>();
  private readonly adding = inject(Adding);
  private readonly rendering = inject(Rendering);

  protected readonly most = MOST;
  protected readonly amounts = WEAR_SHARES.map(({ name, share }) => ({ value: share, words: name, note: percent(share) }));
  protected readonly isSolving = computed(() => this.adding.measuring().has(this.wear().id));

  /** What the wear is read to take, of the ink that is there. */
  protected readonly taken = computed(() => {
    const reading = this.rendering.worn();
    const sums = reading?.sums.wears[wearName(this.pass().id, this.wear().id)];
    return reading && sums ? { share: sums.there > 0 ? sums.taken / sums.there : 0, isTrue: reading.isTrue } : null;
  });
  /** The amount that this comes to, about. */
  protected readonly amount = computed(() => {
    const taken = this.taken();
    return (taken && WEAR_SHARES.find(({ share }) => Math.abs(taken.share - share) < 0.005)?.share) ?? null;
  });

  protected setShare(shown: number, held: boolean): void {
    void this.adding.solve(this.pass().id, this.wear().id, shown / 100, held ? 'wear share' : null);
  }

  protected solveInk(share: number): void {
    void this.adding.takeInk(this.pass().id, this.wear().id, Math.max(0, Math.min(MOST, share)));
  }
}
