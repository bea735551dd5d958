import { Component, computed, input } from '@angular/core';
import type { DialOf, Pass, Sheet } from '@uvrant/core';
import { Figure } from '../../ui/figure';
import { RuledScale } from '../../ui/ruled-scale';
import type { FieldInputs } from './field-inputs';

type Ranged = 'share' | 'length' | 'angle';

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
        (changed)="typed($event)"
      />
      <span class="unit">{{ shown().unit }}</span>
    </div>
    <uv-ruled-scale
      [value]="value() * shown().by"
      [min]="dial().min * shown().by"
      [max]="dial().max * shown().by"
      [step]="shown().step"
      [label]="dial().title"
      (changed)="change()($event / shown().by, true)"
      (letGo)="change()(value(), false)"
    />
    @if (dial().more; as more) {
      <p class="more">more = {{ more }}</p>
    }
  `,
  styleUrl: './field.scss',
})
export class RangedField {
  readonly dial = input.required<DialOf<Ranged>>();
  readonly value = input.required<number>();
  readonly change = input.required<FieldInputs['change']>();
  readonly sheet = input<Sheet>();
  readonly pass = input<Pass>();

  protected readonly shown = computed(() => SHOWN[this.dial().type]);
  /** A share of a few tenths of a percent, such as a clip, needs another digit. */
  protected readonly digits = computed(() => (this.dial().type === 'share' && this.dial().max <= 0.2 ? 2 : this.shown().digits));

  protected typed(shown: number): void {
    const { min, max } = this.dial();
    this.change()(Math.max(min, Math.min(max, shown / this.shown().by)), false);
  }
}
