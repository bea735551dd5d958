import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ChartData, ChartOptions } from 'chart.js';
import { BaseChartDirective } from 'ng2-charts';
import { FormShade } from './shade';

/** Ink out for ink in, in even steps from the left, beside what goes in. */
@Component({
  selector: 'uv-ink-chart',
  imports: [BaseChartDirective],
  template: `<canvas baseChart type="line" [data]="data()" [options]="options()" role="img" [attr.aria-label]="label()"></canvas>`,
  styles: `
    :host {
      display: block;
      height: 104px;
      margin-top: 8px;
      border: 1px solid var(--ink);
      background: var(--field);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class InkChart {
  private readonly shade = inject(FormShade);
  /** What is asked for, and what prints, as shares. */
  readonly asked = input.required<readonly number[]>();
  readonly prints = input.required<readonly number[]>();
  readonly label = input.required<string>();
  /** True where each value is a patch of its own. */
  readonly patches = input(false);

  protected readonly data = computed<ChartData<'line'>>(() => ({
    labels: this.asked().map((_, i) => i),
    datasets: [
      { data: [...this.prints()], borderColor: this.shade.colours().cobalt, borderWidth: 2, pointRadius: this.patches() ? 2 : 0 },
      { data: [...this.asked()], borderColor: this.shade.colours().ink, borderWidth: 1, borderDash: [4, 4], pointRadius: 0 },
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
