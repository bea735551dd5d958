import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';
import { MatTooltip } from '@angular/material/tooltip';
import type { DialOf, Pass, ShapeName, Sheet } from '@uvrant/core';
import { Select } from '../../../ui/select';
import { inWords, Toggles } from '../../../ui/toggles';
import { DotSwatch } from './dot-swatch';
import type { FieldInputs } from './field-inputs';

/** Letters of a title and its options that stand side by side in the column. */
const LONG = 30;

/** More options than this are a list that opens. */
const MANY = 8;

/** One of some: words side by side, a list where there are many, or dot shapes to look at. */
@Component({
  selector: 'uv-choice-field',
  imports: [DotSwatch, MatButtonToggle, MatButtonToggleGroup, MatTooltip, Select, Toggles],
  template: `
    @if (dial().looks === 'dot shape') {
      <div class="top">
        <b>{{ dial().title }}</b>
        <span class="chosen">{{ value() }}</span>
      </div>
      <mat-button-toggle-group
        class="uv-shapes"
        hideSingleSelectionIndicator
        [value]="value()"
        [attr.aria-label]="dial().title"
        (change)="change()($event.value, false)"
      >
        @for (option of dial().options; track option) {
          <mat-button-toggle [value]="option" [aria-label]="option" [matTooltip]="option" disableRipple>
            <uv-dot-swatch [shape]="shapeOf(option)" />
          </mat-button-toggle>
        }
      </mat-button-toggle-group>
    } @else if (dial().options.length > MANY) {
      <div class="top">
        <b>{{ dial().title }}</b>
        <uv-select [options]="options()" [value]="value()" [label]="dial().title" (chosen)="change()($event, false)" />
      </div>
    } @else {
      <div [class.top]="!isLong()">
        <b>{{ dial().title }}</b>
        <uv-toggles [options]="options()" [value]="value()" [label]="dial().title" [wraps]="isLong()" (chosen)="change()($event, false)" />
      </div>
    }
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChoiceField {
  readonly dial = input.required<DialOf<'choice'>>();
  readonly value = input.required<string>();
  readonly change = input.required<FieldInputs['change']>();
  readonly sheet = input<Sheet>();
  readonly pass = input<Pass>();
  readonly values = input<FieldInputs['values']>();

  protected readonly MANY = MANY;
  /** More words than stand side by side in the column. */
  protected readonly isLong = computed(() => [this.dial().title, ...this.dial().options].join('').length > LONG);

  protected readonly options = computed(() => inWords(this.dial().options));

  protected shapeOf(option: string): ShapeName {
    return option as ShapeName;
  }
}
