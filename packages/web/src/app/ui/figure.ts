import { ChangeDetectionStrategy, Component, effect, input, output } from '@angular/core';
import { FormControl, ReactiveFormsModule, type AbstractControl, type ValidationErrors } from '@angular/forms';
import { MatError, MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';

/** The number that was typed, with a comma or point and perhaps its unit; NaN where it is none. */
const numberOf = (typed: string): number => {
  const text = typed.trim().replace(',', '.').replace(/[%°]$/, '');
  return text === '' ? Number.NaN : Number(text);
};

const aNumber = ({ value }: AbstractControl<string>): ValidationErrors | null =>
  Number.isFinite(numberOf(value)) ? null : { number: true };

/** A figure that is typed over. Arrow keys move it by a step; what is no number is said to be none, and changes nothing. */
@Component({
  selector: 'uv-figure',
  imports: [ReactiveFormsModule, MatError, MatFormField, MatInput],
  template: `
    <mat-form-field [style.width.px]="width()">
      <input
        matInput
        class="uv-figure"
        inputmode="decimal"
        [formControl]="entry"
        [attr.aria-label]="label()"
        (focus)="field.select()"
        (change)="take(field.value)"
        (keydown)="key($event, field)"
        #field
      />
      @if (entry.invalid) {
        <mat-error>No number. Give one such as {{ shown() }}; Escape puts it back.</mat-error>
      }
    </mat-form-field>
  `,
  styles: `
    :host {
      position: relative;
      display: inline-block;
    }
    mat-error {
      position: absolute;
      right: 0;
      z-index: 5;
      padding: 2px 6px;
      border: 1px solid var(--alarm);
      background: var(--form);
      white-space: nowrap;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Figure {
  readonly value = input.required<number>();
  readonly label = input.required<string>();
  readonly digits = input(0);
  readonly step = input(1);
  readonly width = input(52);
  readonly changed = output<number>();

  protected readonly entry = new FormControl('', { nonNullable: true, validators: aNumber });

  constructor() {
    effect(() => this.entry.reset(this.shown()));
  }

  protected shown(): string {
    return String(Number(this.value().toFixed(this.digits())));
  }

  protected take(text: string): void {
    this.entry.setValue(text);
    this.entry.markAsTouched();
    const typed = numberOf(text);
    if (!Number.isFinite(typed)) return;
    this.changed.emit(typed);
    // Where it was held within its range, or did not change, the field says what holds.
    this.entry.reset(this.shown());
  }

  protected key(event: KeyboardEvent, field: HTMLInputElement): void {
    const by = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
    if (by !== 0) {
      event.preventDefault();
      this.changed.emit(this.value() + by * this.step() * (event.shiftKey ? 10 : 1));
    } else if (event.key === 'Escape') {
      this.entry.reset(this.shown());
      field.blur();
    }
  }
}
