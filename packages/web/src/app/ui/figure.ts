import { ChangeDetectionStrategy, Component, effect, input, output, signal } from '@angular/core';
import { FormControl, ReactiveFormsModule, type AbstractControl, type ValidationErrors } from '@angular/forms';
import { MatError, MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { figuresFor, typedFigure } from './typed-figure';

/** After a figure was taken, ms, before what became of it is looked at. */
const TAKEN_MS = 60;
/** How long that is said, ms. */
const SAID_MS = 5000;

/**
 * A figure that is typed over, in any unit of its sort, as a fraction or a sum. Arrow keys move it by a step; what is none is said to be
 * none, and changes nothing; where it was taken as another, such as the most there is, that is said.
 */
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
        (focus)="begin(field)"
        (change)="take(field.value)"
        (keydown)="key($event, field)"
        #field
      />
    </mat-form-field>
    @if (entry.invalid) {
      <mat-error role="alert">{{ fault() }}. {{ wouldDo() }}; Escape puts it back.</mat-error>
    }
    @if (takenAs(); as figure) {
      <span class="taken" role="status">Taken as {{ figure }}</span>
    }
  `,
  styles: `
    :host {
      display: inline-block;
    }
    /* Across the column that the figure stands in, below it. */
    mat-error,
    .taken {
      display: block;
      position: absolute;
      left: 12px;
      right: 12px;
      z-index: 5;
      padding: 3px 8px;
      border: 1px solid var(--alarm);
      background: var(--form);
      text-align: left;
    }
    .taken {
      left: auto;
      border-color: var(--ink);
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
  /** What it is in. */
  readonly unit = input('');
  readonly changed = output<number>();

  private readonly aFigure = ({ value }: AbstractControl<string>): ValidationErrors | null => {
    const typed = typedFigure(value, this.unit());
    return 'why' in typed ? { figure: typed.why } : null;
  };
  protected readonly entry = new FormControl('', { nonNullable: true, validators: this.aFigure });
  /** What a typed figure was taken as, where that is another one. */
  protected readonly takenAs = signal<string | null>(null);

  constructor() {
    effect(() => this.entry.reset(this.shown()));
  }

  protected shown(): string {
    return String(Number(this.value().toFixed(this.digits())));
  }

  protected begin(field: HTMLInputElement): void {
    this.takenAs.set(null);
    field.select();
  }

  protected fault(): string {
    return (this.entry.errors?.['figure'] as string | undefined) ?? '';
  }

  protected wouldDo(): string {
    return figuresFor(this.shown(), this.unit());
  }

  protected take(text: string): void {
    this.entry.setValue(text);
    this.entry.markAsTouched();
    this.takenAs.set(null);
    const typed = typedFigure(text, this.unit());
    if ('why' in typed) return;
    this.changed.emit(typed.value);
    // Where it was held within its range, or did not change, the field says what holds.
    this.entry.reset(this.shown());
    setTimeout(() => {
      const isOther = Math.abs(this.value() - typed.value) > 0.51 * 10 ** -this.digits();
      this.takenAs.set(isOther ? this.shown() : null);
      if (isOther) setTimeout(() => this.takenAs.set(null), SAID_MS);
    }, TAKEN_MS);
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
