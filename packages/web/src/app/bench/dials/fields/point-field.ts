import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { pointOn, type DialOf, type Pass, type Sheet, type SheetPoint } from '@uvrant/core';
import { Figure } from '../../../ui/figure';
import type { FieldInputs } from './field-inputs';
import { boxOf } from './point-box';

/** A place on the sheet, or an arrow, in figures; it is dragged on the table, too. */
@Component({
  selector: 'uv-point-field',
  imports: [Figure],
  template: `
    <div class="top">
      <b>{{ dial().title }}</b>
      <uv-figure
        [value]="at().x"
        unit="mm"
        [digits]="1"
        [step]="1"
        [label]="dial().title + ', ' + words()[0]"
        (changed)="put({ x: $event })"
      />
      <uv-figure
        [value]="at().y"
        unit="mm"
        [digits]="1"
        [step]="1"
        [label]="dial().title + ', ' + words()[1]"
        (changed)="put({ y: $event })"
      />
      <span class="unit">mm</span>
    </div>
    <div class="ways">
      <p class="more">{{ words().join(', ') }}; or drag it on the table</p>
      @if (!dial().arrow && value()) {
        <button type="button" class="again" (click)="change()(null, false)">As it was</button>
      }
    </div>
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PointField {
  readonly dial = input.required<DialOf<'point'>>();
  readonly value = input.required<SheetPoint | null>();
  readonly change = input.required<FieldInputs['change']>();
  readonly sheet = input.required<Sheet>();
  readonly pass = input<Pass>();
  readonly values = input<FieldInputs['values']>();

  protected readonly at = computed<SheetPoint>(() => pointOn(this.value(), this.dial(), boxOf(this.dial(), this.sheet(), this.pass())));
  protected readonly words = computed(() => (this.dial().arrow ? ['to the right', 'down'] : ['from the left', 'from the top']));

  protected put(side: Partial<SheetPoint>): void {
    this.change()({ ...this.at(), ...side }, false);
  }
}
