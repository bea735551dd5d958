import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ChartData, ChartOptions } from 'chart.js';
import { BaseChartDirective } from 'ng2-charts';
import { gainedInk, type GainDials, type Pass, type Sheet, type Step } from '@uvrant/core';
import { FormShade } from '../../../ui/shade';
import { percent } from '../../words';

/** Patches of a control strip, as shares of ink: 5 … 95 % in fives. */
const PATCHES = Array.from({ length: 19 }, (_, i) => (i + 1) / 20);
/** Those that are also given in figures. */
const NAMED = [0.25, 0.5, 0.75] as const;

/** How patches of ink print, beside what was asked for. */
@Component({
  selector: 'uv-gain-extra',
  imports: [BaseChartDirective],
  template: `
    <dl class="uv-sums">
      @for (row of rows(); track row.asked) {
        <dt>{{ row.asked }} prints</dt>
        <dd>{{ row.prints }}</dd>
      }
    </dl>
    <div class="chart tall">
      <canvas
        baseChart
        type="line"
        [data]="data()"
        [options]="options()"
        role="img"
        aria-label="Printed ink of patches from 5 to 95 %"
      ></canvas>
    </div>
    <p class="wait">patches asked for, 5 to 95 % → as they print</p>
  `,
  styleUrl: './extra.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GainExtra {
  readonly step = input.required<Step>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  private readonly shade = inject(FormShade);

  private readonly ink = computed(() => gainedInk(this.step().params as unknown as GainDials));
  protected readonly rows = computed(() => NAMED.map((asked) => ({ asked: percent(asked), prints: percent(this.ink()(asked), 1) })));

  protected readonly data = computed<ChartData<'line'>>(() => ({
    labels: PATCHES.map((asked) => percent(asked)),
    datasets: [
      { data: PATCHES.map(this.ink()), borderColor: this.shade.colours().cobalt, borderWidth: 2, pointRadius: 2 },
      { data: [...PATCHES], borderColor: this.shade.colours().ink, borderWidth: 1, borderDash: [4, 4], pointRadius: 0 },
    ],
  }));
  protected readonly options = computed<ChartOptions<'line'>>(() => ({
    animation: false,
    maintainAspectRatio: false,
    plugins: { legend: { display: false }, tooltip: { enabled: false } },
    scales: {
      x: { ticks: { display: false }, grid: { color: this.shade.colours().hair, tickLength: 0 } },
      y: { min: 0, max: 1, ticks: { display: false, stepSize: 0.25 }, grid: { color: this.shade.colours().hair, tickLength: 0 } },
    },
  }));
}
