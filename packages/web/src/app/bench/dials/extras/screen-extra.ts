import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { cellMm, cellsAcross, inkByTone, ONE, toneLevels, type Pass, type ShapeName, type Sheet, type Step } from '@uvrant/core';
import { InkChart } from '../../../ui/ink-chart';
import { Rendering } from '../../view/rendering';
import { percent } from '../../words';
import { moireWarnings } from './moire-warnings';
import { screenWarnings } from './screen-warnings';

interface ScreenParams {
  readonly shape: ShapeName;
  readonly lpi: number;
  readonly smallestDot: number;
  readonly cutOff: number;
  readonly carries: 'darks' | 'lights';
}

/** Inks asked for, from none to all. */
const ASKED = Array.from({ length: 61 }, (_, i) => i / 60);

/** The screen's arithmetic, what is wrong with it, and the ink it prints for each tone. */
@Component({
  selector: 'uv-screen-extra',
  imports: [InkChart],
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
    <uv-ink-chart [asked]="asked" [prints]="prints()" label="Ink printed for each tone" />
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
  protected readonly warnings = computed(() => [
    ...screenWarnings(this.lpi(), this.sheet().ppi, this.pass().placement.width),
    ...moireWarnings(this.sheet(), this.pass().id, this.step().id, this.rendering.foundScreens()),
  ]);

  protected readonly asked = ASKED;
  protected readonly prints = computed(() => {
    const table = inkByTone(this.params());
    return ASKED.map((ink) => (table[Math.round(ONE * (1 - ink))] as number) / ONE);
  });
}
