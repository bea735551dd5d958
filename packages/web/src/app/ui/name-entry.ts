import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';

/** A name that can be written over; left blank, it stays as it was. */
@Component({
  selector: 'uv-name-entry',
  imports: [MatFormField, MatInput],
  template: `
    <mat-form-field class="uv-name">
      <input matInput [value]="value()" [attr.aria-label]="label()" [attr.maxlength]="longest()" (change)="take(entry)" #entry />
    </mat-form-field>
  `,
  styles: `
    :host {
      display: block;
    }
    mat-form-field {
      width: 100%;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NameEntry {
  readonly value = input.required<string>();
  readonly label = input.required<string>();
  /** Most characters of it. */
  readonly longest = input(120);
  readonly renamed = output<string>();

  protected take(entry: HTMLInputElement): void {
    const name = entry.value.trim();
    if (name && name !== this.value()) this.renamed.emit(name);
    else entry.value = this.value();
  }
}
