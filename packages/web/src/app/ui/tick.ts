import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MAT_CHECKBOX_DEFAULT_OPTIONS, MatCheckbox, type MatCheckboxDefaultOptions } from '@angular/material/checkbox';

/** A square that is filled while something prints. What it shows is what holds: a press asks for the other, and may be refused. */
@Component({
  selector: 'uv-tick',
  imports: [MatCheckbox],
  providers: [
    {
      provide: MAT_CHECKBOX_DEFAULT_OPTIONS,
      useValue: { color: undefined, clickAction: 'noop', disabledInteractive: false } satisfies MatCheckboxDefaultOptions,
    },
  ],
  template: `<mat-checkbox [checked]="on()" [aria-label]="label()" disableRipple (click)="toggled.emit(!on())" />`,
  styles: `
    :host {
      display: inline-grid;
      place-items: center;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Tick {
  readonly on = input.required<boolean>();
  readonly label = input.required<string>();
  readonly toggled = output<boolean>();
}
