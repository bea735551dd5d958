import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MOST_SEED, type DialOf, type Pass, type Sheet } from '@uvrant/core';
import { Figure } from '../../../ui/figure';
import type { FieldInputs } from './field-inputs';

/** A seed, and a button for another throw. */
@Component({
  selector: 'uv-seed-field',
  imports: [Figure],
  template: `
    <div class="top">
      <b>{{ dial().title }}</b>
      <button type="button" class="again" (click)="change()((value() + 1) % 1000, false)">another</button>
      <uv-figure [value]="value()" [label]="dial().title" (changed)="typed($event)" />
      <span class="unit"></span>
    </div>
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SeedField {
  readonly dial = input.required<DialOf<'seed'>>();
  readonly value = input.required<number>();
  readonly change = input.required<FieldInputs['change']>();
  readonly sheet = input<Sheet>();
  readonly pass = input<Pass>();
  readonly values = input<FieldInputs['values']>();

  protected typed(value: number): void {
    this.change()(Math.max(0, Math.min(MOST_SEED, Math.round(value))), false);
  }
}
