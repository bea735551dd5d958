import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { gainedInk, type GainDials, type Pass, type Sheet, type Step } from '@uvrant/core';
import { InkChart } from '../../../ui/ink-chart';
import { percent } from '../../words';

/** Patches of a control strip, as shares of ink: 5 … 95 % in fives. */
const PATCHES = Array.from({ length: 19 }, (_, i) => (i + 1) / 20);
/** Those that are also given in figures. */
const NAMED = [0.25, 0.5, 0.75] as const;

/** How patches of ink print, beside what was asked for. */
@Component({
  selector: 'uv-gain-extra',
  imports: [InkChart],
  template: `
    <dl class="uv-sums">
      @for (row of rows(); track row.asked) {
        <dt>{{ row.asked }} prints</dt>
        <dd>{{ row.prints }}</dd>
      }
    </dl>
    <uv-ink-chart [asked]="patches" [prints]="prints()" [patches]="true" label="Printed ink of patches from 5 to 95 %" />
    <p class="wait">patches asked for, 5 to 95 % → as they print</p>
  `,
  styleUrl: './extra.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GainExtra {
  readonly step = input.required<Step>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();

  private readonly ink = computed(() => gainedInk(this.step().params as unknown as GainDials));
  protected readonly rows = computed(() => NAMED.map((asked) => ({ asked: percent(asked), prints: percent(this.ink()(asked), 1) })));

  protected readonly patches = PATCHES;
  protected readonly prints = computed(() => PATCHES.map(this.ink()));
}
