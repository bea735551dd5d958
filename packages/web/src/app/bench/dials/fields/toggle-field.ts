import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { DialOf, Pass, Sheet } from '@uvrant/core';
import { Tick } from '../../../ui/tick';
import type { FieldInputs } from './field-inputs';

@Component({
  selector: 'uv-toggle-field',
  imports: [Tick],
  template: `
    <div class="top">
      <b>{{ dial().title }}</b>
      <uv-tick [on]="value()" [label]="dial().title" (toggled)="change()($event, false)" />
    </div>
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ToggleField {
  readonly dial = input.required<DialOf<'toggle'>>();
  readonly value = input.required<boolean>();
  readonly change = input.required<FieldInputs['change']>();
  readonly sheet = input<Sheet>();
  readonly pass = input<Pass>();
  readonly values = input<FieldInputs['values']>();
}
