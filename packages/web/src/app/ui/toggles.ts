import { booleanAttribute, ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatButtonToggle, MatButtonToggleGroup } from '@angular/material/button-toggle';

/** One thing to choose: its value, the words for it, and the colour that stands before them. */
export interface Option<T> {
  readonly value: T;
  readonly words: string;
  readonly colour?: string;
  /** A figure or two below the words. */
  readonly note?: string;
}

/** Options that are their own words. */
export const inWords = <T extends string>(values: readonly T[]): readonly Option<T>[] => values.map((value) => ({ value, words: value }));

/** One of a few, side by side; `wraps` lets them take more than one line. */
@Component({
  selector: 'uv-toggles',
  imports: [MatButtonToggle, MatButtonToggleGroup],
  template: `
    <mat-button-toggle-group
      hideSingleSelectionIndicator
      [vertical]="vertical()"
      [class.wraps]="wraps()"
      [value]="value()"
      [attr.aria-label]="label()"
      (change)="chosen.emit($event.value)"
    >
      @for (option of options(); track option.value) {
        <mat-button-toggle [value]="option.value" disableRipple>
          @if (option.colour; as colour) {
            <span class="uv-swatch" [style.background]="colour"></span>
          }
          {{ option.words }}
          @if (option.note; as note) {
            <small>{{ note }}</small>
          }
        </mat-button-toggle>
      }
    </mat-button-toggle-group>
  `,
  styles: `
    :host {
      display: block;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Toggles<T> {
  readonly options = input.required<readonly Option<T>[]>();
  readonly value = input.required<T | null>();
  readonly label = input.required<string>();
  readonly wraps = input(false, { transform: booleanAttribute });
  /** One below the other. */
  readonly vertical = input(false, { transform: booleanAttribute });
  readonly chosen = output<T>();
}
