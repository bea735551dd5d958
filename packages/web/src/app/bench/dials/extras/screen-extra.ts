import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { ChartData, ChartOptions } from 'chart.js';
import { BaseChartDirective } from 'ng2-charts';
import { cellMm, cellsAcross, inkByTone, ONE, toneLevels, type Pass, type ShapeName, type Sheet, type Step } from '@uvrant/core';
import { FormShade } from '../../../ui/shade';
import { Rendering } from '../../view/rendering';
import { percent } from '../../words';
import { screenWarnings } from './screen-warnings';

interface ScreenParams {
  readonly shape: ShapeName;
  readonly lpi: number;
  readonly smallestDot: number;
  readonly cutOff: number;
  readonly carries: 'darks' | 'lights';
}

const POINTS = 60;

/** The screen's arithmetic, what is wrong with it, and the ink it prints for each tone. */
@Component({
  selector: 'uv-screen-extra',
  imports: [BaseChartDirective],
  template: `
    <dl class="uv-sums">
      <dt>Frequency</dt>
      <dd>{{ lpi().toFixed(2) }} lpi</dd>
      <dt>Cell</dt>
      <dd>{{ cellMm().toFixed(2) }} mm · {{ cellPx().toFixed(1) }} px</dd>
      <dt>Tone levels</dt>
      <dd>{{ levels() }}</dd>
      <dt>Cells across the picture</dt>
      <dd>{{ cells().toFixed(0) }}</dd>
      <dt>Ink of this pass</dt>
      <dd>{{ ink() }}</dd>
    </dl>
    @for (warning of warnings(); track warning) {
      <p class="uv-warn" role="status">{{ warning }}</p>
    }
    <div class="chart tall">
      <canvas baseChart type="line" [data]="data()" [options]="options()" role="img" aria-label="Ink printed for each tone"></canvas>
    </div>
    <p class="wait">tone in, white to black → ink out</p>
  `,
  styleUrl: './extra.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ScreenExtra {
  readonly step = input.required<Step>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  private readonly rendering = inject(Rendering);
  private readonly shade = inject(FormShade);

  private readonly params = computed(() => this.step().params as unknown as ScreenParams);
  protected readonly lpi = computed(() => this.params().lpi);
  protected readonly cellMm = computed(() => cellMm(this.lpi()));
  protected readonly cellPx = computed(() => this.sheet().ppi / this.lpi());
  protected readonly levels = computed(() => toneLevels(this.sheet().ppi, this.lpi()));
  protected readonly cells = computed(() => cellsAcross(this.pass().placement.width, this.lpi()));
  protected readonly ink = computed(() => {
    const share = this.rendering.inks()?.passes[this.pass().id];
    return share === undefined ? '…' : `≈ ${percent(share, 1)}`;
  });
  protected readonly warnings = computed(() => screenWarnings(this.lpi(), this.sheet().ppi, this.pass().placement.width));

  protected readonly data = computed<ChartData<'line'>>(() => {
    const table = inkByTone(this.params());
    const inks = Array.from({ length: POINTS + 1 }, (_, i) => (table[Math.round(ONE * (1 - i / POINTS))] as number) / ONE);
    return {
      labels: inks.map((_, i) => i),
      datasets: [
        { data: inks, borderColor: this.shade.colours().cobalt, borderWidth: 2, pointRadius: 0 },
        { data: inks.map((_, i) => i / POINTS), borderColor: this.shade.colours().ink, borderWidth: 1, borderDash: [4, 4], pointRadius: 0 },
      ],
    };
  });
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
