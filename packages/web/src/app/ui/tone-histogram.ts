import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ChartData, ChartOptions } from 'chart.js';
import { BaseChartDirective } from 'ng2-charts';
import { FormShade } from './shade';

/** How much of a picture stands at each tone, black on the left. */
@Component({
  selector: 'uv-tone-histogram',
  imports: [BaseChartDirective],
  template: `<canvas
    baseChart
    type="bar"
    [data]="data()"
    [options]="options"
    role="img"
    aria-label="Tones of the picture from black to white"
  ></canvas>`,
  styles: `
    :host {
      display: block;
      border: 1px solid var(--ink);
      background: var(--field);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ToneHistogram {
  private readonly shade = inject(FormShade);
  /** Shares of the picture in even steps of tone. */
  readonly bars = input.required<readonly number[]>();

  protected readonly data = computed<ChartData<'bar'>>(() => ({
    labels: this.bars().map((_, i) => i),
    // The square root keeps small shares visible beside large whites and blacks.
    datasets: [
      {
        data: this.bars().map((bar) => Math.sqrt(bar)),
        backgroundColor: this.shade.colours().ink,
        barPercentage: 1,
        categoryPercentage: 0.84,
      },
    ],
  }));
  protected readonly options: ChartOptions<'bar'> = {
    animation: false,
    maintainAspectRatio: false,
    plugins: { legend: { display: false }, tooltip: { enabled: false } },
    scales: { x: { display: false }, y: { display: false } },
  };
}
