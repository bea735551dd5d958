import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { cellMm, cellsAcross, lpiOfCells, MM_PER_INCH, type DialOf, type Pass, type Sheet } from '@uvrant/core';
import { Figure } from '../../../ui/figure';
import { Toggles } from '../../../ui/toggles';
import { RuledScale } from '../../../ui/ruled-scale';
import type { FieldInputs } from './field-inputs';

interface Way {
  readonly name: string;
  readonly digits: number;
  readonly step: number;
  readonly more: string;
  readonly shown: (lpi: number, widthMm: number, ppi: number) => number;
  readonly lpi: (shown: number, widthMm: number, ppi: number) => number;
}

/** Ways to say how fine a screen is; lines per inch is what is kept. */
const WAYS = {
  cells: {
    name: 'across',
    digits: 0,
    step: 1,
    more: 'finer, clearer',
    shown: (lpi, width) => cellsAcross(width, lpi),
    lpi: (cells, width) => lpiOfCells(width, cells),
  },
  lpi: { name: 'lpi', digits: 2, step: 0.1, more: 'finer, clearer', shown: (lpi) => lpi, lpi: (lpi) => lpi },
  mm: { name: 'mm', digits: 2, step: 0.01, more: 'coarser, more graphic', shown: (lpi) => cellMm(lpi), lpi: (mm) => MM_PER_INCH / mm },
  px: { name: 'px', digits: 1, step: 0.1, more: 'coarser, more graphic', shown: (lpi, _, ppi) => ppi / lpi, lpi: (px, _, ppi) => ppi / px },
} as const satisfies Readonly<Record<string, Way>>;
type WayName = keyof typeof WAYS;

/** How fine a screen is, as cells across the picture, lines per inch, or the cell's size. The scale runs by ratio. */
@Component({
  selector: 'uv-frequency-field',
  imports: [Figure, RuledScale, Toggles],
  template: `
    <div class="top">
      <b>{{ way() === 'cells' ? 'Cells across' : way() === 'lpi' ? dial().title : 'Cell' }}</b>
      <uv-figure
        [value]="shown()"
        [digits]="current().digits"
        [step]="current().step"
        [label]="'Screen, ' + current().name"
        [unit]="current().name"
        (changed)="typed($event)"
      />
      <span class="unit">{{ current().name }}</span>
    </div>
    <uv-ruled-scale
      [value]="position()"
      [min]="0"
      [max]="1000"
      [step]="1"
      label="How fine the screen is"
      (changed)="change()(atPosition($event), true)"
      (letGo)="change()(atPosition($event), false)"
    />
    <div class="ways">
      <p class="more">more = {{ current().more }}</p>
      <uv-toggles [options]="ways" [value]="way()" label="Frequency as" (chosen)="way.set($event)" />
    </div>
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FrequencyField {
  readonly dial = input.required<DialOf<'frequency'>>();
  readonly value = input.required<number>();
  readonly sheet = input.required<Sheet>();
  readonly pass = input.required<Pass>();
  readonly values = input<FieldInputs['values']>();
  readonly change = input.required<FieldInputs['change']>();

  protected readonly ways = (Object.keys(WAYS) as WayName[]).map((value) => ({ value, words: WAYS[value].name }));
  protected readonly way = signal<WayName>('cells');
  protected readonly current = computed<Way>(() => WAYS[this.way()]);
  protected readonly shown = computed(() => this.current().shown(this.value(), this.pass().placement.width, this.sheet().ppi));

  /** The useful part of the range on this picture: 10 to 600 cells across, or as far as the value lies. */
  private readonly range = computed(() => {
    const { min, max } = this.dial();
    const width = this.pass().placement.width;
    return {
      low: Math.max(min, Math.min(this.value(), lpiOfCells(width, 10))),
      high: Math.min(max, Math.max(this.value(), lpiOfCells(width, 600))),
    };
  });
  private readonly runsDown = computed(() => this.way() === 'mm' || this.way() === 'px');
  protected readonly position = computed(() => {
    const { low, high } = this.range();
    const at = (1000 * Math.log(this.value() / low)) / Math.log(high / low);
    return this.runsDown() ? 1000 - at : at;
  });

  protected atPosition(position: number): number {
    const { low, high } = this.range();
    const at = this.runsDown() ? 1000 - position : position;
    return Number((low * (high / low) ** (at / 1000)).toPrecision(5));
  }

  protected typed(shown: number): void {
    if (shown <= 0) return;
    const { min, max } = this.dial();
    const lpi = this.current().lpi(shown, this.pass().placement.width, this.sheet().ppi);
    this.change()(Math.max(min, Math.min(max, lpi)), false);
  }
}
