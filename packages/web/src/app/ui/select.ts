import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatFormField } from '@angular/material/form-field';
import { MatOption, MatSelect } from '@angular/material/select';
import type { Option } from './toggles';

/** One of a list that opens. */
@Component({
  selector: 'uv-select',
  imports: [MatFormField, MatOption, MatSelect],
  template: `
    <mat-form-field>
      <mat-select
        [aria-label]="label()"
        [placeholder]="placeholder()"
        [value]="value()"
        panelWidth=""
        (selectionChange)="chosen.emit($event.value)"
      >
        @for (option of options(); track option.value) {
          <mat-option [value]="option.value">{{ option.words }}</mat-option>
        }
      </mat-select>
    </mat-form-field>
  `,
  styles: `
    :host {
      display: block;
      min-width: 0;
    }
    mat-form-field {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Select<T> {
  readonly options = input.required<readonly Option<T>[]>();
  readonly value = input.required<T | null>();
  readonly label = input.required<string>();
  readonly placeholder = input('');
  readonly chosen = output<T>();
}
