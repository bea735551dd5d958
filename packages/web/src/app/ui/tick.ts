import { Component, input, output } from '@angular/core';

/** A square that is filled while something prints. */
@Component({
  selector: 'uv-tick',
  template: `
    <button type="button" role="checkbox" [attr.aria-checked]="on()" [attr.aria-label]="label()" (click)="toggled.emit(!on())"></button>
  `,
  styles: `
    button {
      display: grid;
      place-items: center;
      width: 24px;
      height: 22px;
    }
    button::before {
      content: '';
      width: 11px;
      height: 11px;
      border: 1.3px solid var(--ink);
      background: #fff;
    }
    button[aria-checked='true']::before {
      background: var(--ink);
      box-shadow: inset 0 0 0 1.5px #fff;
    }
  `,
})
export class Tick {
  readonly on = input.required<boolean>();
  readonly label = input.required<string>();
  readonly toggled = output<boolean>();
}
