import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import { MOST_TEXT, type DialOf, type Pass, type Sheet } from '@uvrant/core';
import type { FieldInputs } from './field-inputs';

/** Text of one or more lines; what is typed in one go undoes as one. */
@Component({
  selector: 'uv-text-field',
  template: `
    <div class="top">
      <b>{{ dial().title }}</b>
    </div>
    <textarea
      rows="3"
      [attr.aria-label]="dial().title"
      [attr.maxlength]="most"
      [value]="value()"
      (input)="change()(entry.value, true)"
      (change)="change()(entry.value, false)"
      #entry
    ></textarea>
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TextField {
  readonly dial = input.required<DialOf<'text'>>();
  readonly value = input.required<string>();
  readonly change = input.required<FieldInputs['change']>();
  readonly sheet = input<Sheet>();
  readonly pass = input<Pass>();
  readonly values = input<FieldInputs['values']>();
  protected readonly most = MOST_TEXT;
}
