import { Component, computed, input } from '@angular/core';
import type { DialOf, Pass, ShapeName, Sheet } from '@uvrant/core';
import { DotSwatch } from './dot-swatch';
import type { FieldInputs } from './field-inputs';

const LONG = 34;

/** One of a few: words side by side, or dot shapes to look at. */
@Component({
  selector: 'uv-choice-field',
  imports: [DotSwatch],
  template: `
    @if (dial().looks === 'dot shape') {
      <div class="top">
        <b>{{ dial().title }}</b>
        <span class="chosen">{{ value() }}</span>
      </div>
      <div class="shapes" role="group" [attr.aria-label]="dial().title">
        @for (option of dial().options; track option) {
          <button
            type="button"
            [attr.aria-pressed]="option === value()"
            [attr.aria-label]="option"
            [title]="option"
            (click)="change()(option, false)"
          >
            <uv-dot-swatch [shape]="shapeOf(option)" />
          </button>
        }
      </div>
    } @else if (isLong()) {
      <b>{{ dial().title }}</b>
      <div class="uv-choices" role="group" [attr.aria-label]="dial().title">
        @for (option of dial().options; track option) {
          <button type="button" [attr.aria-pressed]="option === value()" (click)="change()(option, false)">{{ option }}</button>
        }
      </div>
    } @else {
      <div class="top">
        <b>{{ dial().title }}</b>
        <div class="uv-segments" role="group" [attr.aria-label]="dial().title">
          @for (option of dial().options; track option) {
            <button type="button" [attr.aria-pressed]="option === value()" (click)="change()(option, false)">{{ option }}</button>
          }
        </div>
      </div>
    }
  `,
  styleUrl: './field.scss',
})
export class ChoiceField {
  readonly dial = input.required<DialOf<'choice'>>();
  readonly value = input.required<string>();
  readonly change = input.required<FieldInputs['change']>();
  readonly sheet = input<Sheet>();
  readonly pass = input<Pass>();
  readonly values = input<FieldInputs['values']>();

  /** More words than stand side by side in the column. */
  protected readonly isLong = computed(() => this.dial().options.join('').length > LONG);

  protected shapeOf(option: string): ShapeName {
    return option as ShapeName;
  }
}
