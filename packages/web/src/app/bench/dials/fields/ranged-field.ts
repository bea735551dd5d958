import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { DialOf, Pass, Sheet } from '@uvrant/core';
import { Figure } from '../../../ui/figure';
import { RuledScale } from '../../../ui/ruled-scale';
import type { FieldInputs } from './field-inputs';

type Ranged = 'share' | 'length' | 'angle' | 'number';

/** Typographic points a millimetre. */
const POINTS = 72 / 25.4;

/** How each ranged type is shown: its unit, how many shown units one canonical one is, and how fine it goes. */
const SHOWN = {
  share: { unit: '%', by: 100, digits: 1, step: 0.5 },
  length: { unit: 'mm', by: 1, digits: 2, step: 0.01 },
  angle: { unit: '°', by: 1, digits: 1, step: 0.5 },
} as const;

/** A form line with a figure and a ruled scale. */
@Component({
  selector: 'uv-ranged-field',
  imports: [Figure, RuledScale],
  template: `
    <div class="top">
      <b>{{ dial().title }}</b>
      <uv-figure
        [value]="value() * shown().by"
        [digits]="digits()"
        [step]="shown().step"
        [label]="dial().title"
        [unit]="shown().unit"
        (changed)="typed($event)"
      />
      <span class="unit">{{ shown().unit }}</span>
    </div>
    <uv-ruled-scale
      [value]="onScale(value() * shown().by)"
      [min]="onScale(dial().min * shown().by)"
      [max]="onScale(dial().max * shown().by)"
      [step]="wide() ? 0.02 : shown().step"
      [label]="dial().title"
      (changed)="scaled($event, true)"
      (letGo)="scaled($event, false)"
    />
    @if (dial().more; as more) {
      <p class="more">more = {{ more }}</p>
    }
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RangedField {
  readonly dial = input.required<DialOf<Ranged>>();
  readonly value = input.required<number>();
  readonly change = input.required<FieldInputs['change']>();
  readonly sheet = input<Sheet>();
  readonly pass = input<Pass>();
  readonly values = input<FieldInputs['values']>();

  protected readonly wide = computed(() => {
    const dial = this.dial();
    return dial.type === 'length' && dial.wide === true;
  });
  protected readonly shown = computed(() => {
    const dial = this.dial();
    if (dial.type === 'number') return { unit: dial.unit, by: 1, digits: dial.step < 1 ? 2 : 0, step: dial.step };
    const points = dial.type === 'length' ? dial.pointsWhen : undefined;
    if (points && this.values()?.[points.dial] === points.is) return { unit: 'pt', by: POINTS, digits: 1, step: 1 };
    return SHOWN[dial.type];
  });
  /** A share of a few tenths of a percent, such as a clip, needs another digit. */
  protected readonly digits = computed(() => (this.dial().type === 'share' && this.dial().max <= 0.2 ? 2 : this.shown().digits));

  /** Where a shown value stands on the scale: by its root where the dial is a wide one. */
  protected onScale(shown: number): number {
    return this.wide() ? Math.sqrt(shown) : shown;
  }

  protected scaled(at: number, held: boolean): void {
    const shown = this.wide() ? at * at : at;
    const value = shown / this.shown().by;
    // To as many digits as are shown, so that a dragged value reads as it is kept.
    this.change()(this.wide() ? Math.max(this.dial().min, Math.min(this.dial().max, Number(value.toFixed(3)))) : value, held);
  }

  protected typed(shown: number): void {
    const { min, max } = this.dial();
    this.change()(Math.max(min, Math.min(max, shown / this.shown().by)), false);
  }
}
