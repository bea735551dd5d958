import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatTooltip } from '@angular/material/tooltip';
import type { AnyDial, DialOf } from '@uvrant/core';
import { Figure } from '../ui/figure';
import { Lengths } from '../ui/lengths';
import { inWords, Toggles } from '../ui/toggles';

/** One option of a file format, in a line among others. */
@Component({
  selector: 'uv-format-option',
  imports: [Figure, MatCheckbox, MatTooltip, Toggles],
  template: `
    @if (choice(); as options) {
      <span>{{ dial().title }}</span>
      <uv-toggles [options]="options" [value]="text()" [label]="dial().title" (chosen)="changed.emit($event)" />
    } @else if (dial().type === 'toggle') {
      <mat-checkbox [checked]="value() === true" disableRipple (change)="changed.emit($event.checked)">{{ dial().title }}</mat-checkbox>
    } @else {
      <span [matTooltip]="dial().more ? 'More: ' + dial().more : ''">{{ dial().title }}</span>
      <uv-figure
        [value]="shown()"
        [label]="dial().title"
        [digits]="isLength() ? (lengths.unit() === 'in' ? 3 : 2) : 0"
        [step]="isLength() ? (lengths.unit() === 'in' ? 0.01 : 0.1) : 1"
        [unit]="unit()"
        (changed)="taken($event)"
      />
      <span class="unit">{{ unit() }}</span>
    }
  `,
  styles: `
    :host {
      position: relative;
      display: inline-flex;
      align-items: center;
      gap: 6px;
      font-size: 0.71875rem;
    }
    mat-checkbox {
      --mat-checkbox-label-text-size: 0.71875rem;
    }
    .unit {
      color: var(--soft);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FormatOption {
  readonly dial = input.required<AnyDial>();
  readonly value = input.required<unknown>();
  readonly changed = output<unknown>();
  protected readonly lengths = inject(Lengths);

  protected readonly choice = computed(() => {
    const dial = this.dial();
    return dial.type === 'choice' ? inWords(dial.options) : null;
  });
  protected readonly isLength = computed(() => this.dial().type === 'length');
  protected readonly unit = computed(() => (this.isLength() ? this.lengths.unit() : (this.dial() as DialOf<'number'>).unit));
  protected readonly shown = computed(() => (this.isLength() ? this.lengths.shown(this.value() as number) : (this.value() as number)));

  protected text(): string {
    return this.value() as string;
  }

  protected taken(figure: number): void {
    const { min, max } = this.dial() as DialOf<'number'>;
    this.changed.emit(Math.max(min, Math.min(max, this.isLength() ? this.lengths.toMm(figure) : figure)));
  }
}
