import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { MOST_STOPS, type ColourRef, type DialOf, type Pass, type RampStop, type Sheet } from '@uvrant/core';
import { ColourPicker } from '../../../ui/colour-picker';
import { Figure } from '../../../ui/figure';
import { Editing } from '../../editing';
import { colourOf } from '../../words';
import type { FieldInputs } from './field-inputs';

/** Colours that are a row each from the first; of more the band tells, and they open. */
const FEW = 3;

/** Colours along a line: each a row with its colour, place and strength. */
@Component({
  selector: 'uv-ramp-field',
  imports: [ColourPicker, Figure, MatIcon],
  template: `
    <div class="top">
      <b>{{ dial().title }}</b>
      <button type="button" class="again" [disabled]="value().length >= most" (click)="add()">add a colour</button>
    </div>
    <div class="band" aria-hidden="true"><div [style.background]="band()"></div></div>
    @if (value().length > few) {
      <button type="button" class="again opens" [attr.aria-expanded]="isOpen()" (click)="opened.set(!isOpen())">
        <mat-icon svgIcon="down" [class.up]="isOpen()" />
        {{ isOpen() ? 'Fold away' : value().length + ' colours' }}
      </button>
    }
    @for (stop of isOpen() ? value() : []; track $index; let i = $index) {
      <div class="stop">
        <uv-colour-picker
          bare
          [label]="'Colour ' + (i + 1)"
          [colour]="colour(stop)"
          [inks]="sheet().inks"
          [ink]="inkOf(stop)"
          (inkTaken)="set(i, { colour: { ink: $event } }, false)"
          (held)="set(i, { colour: { srgb: $event } }, true)"
          (taken)="choose(i, $event)"
        />
        <span class="grow"></span>
        <uv-figure
          [value]="100 * stop.at"
          unit="%"
          [label]="'Place of colour ' + (i + 1)"
          [width]="34"
          (changed)="place(i, $event / 100)"
        />
        <span>%</span>
        <uv-figure
          [value]="100 * stop.strength"
          unit="%"
          [label]="'Strength of colour ' + (i + 1)"
          [width]="34"
          (changed)="strength(i, $event / 100)"
        />
        <span>% solid</span>
        <button
          type="button"
          class="again"
          [attr.aria-label]="'Remove colour ' + (i + 1)"
          [disabled]="value().length <= 2"
          (click)="remove(i)"
        >
          <mat-icon svgIcon="close" />
        </button>
      </div>
    }
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RampField {
  readonly dial = input.required<DialOf<'ramp'>>();
  readonly value = input.required<readonly RampStop[]>();
  readonly sheet = input.required<Sheet>();
  readonly change = input.required<FieldInputs['change']>();
  readonly pass = input<Pass>();
  readonly values = input<FieldInputs['values']>();
  protected readonly most = MOST_STOPS;
  protected readonly few = FEW;
  /** Whether the rows were opened or closed by hand. */
  protected readonly opened = signal<boolean | null>(null);
  protected readonly isOpen = computed(() => this.opened() ?? this.value().length <= FEW);
  private readonly editing = inject(Editing, { optional: true });

  protected readonly band = computed(() => {
    const stops = this.value().map((stop) => {
      const alpha = Math.round(255 * stop.strength)
        .toString(16)
        .padStart(2, '0');
      return `${this.colour(stop)}${alpha} ${100 * stop.at}%`;
    });
    return `linear-gradient(90deg, ${stops.join(', ')})`;
  });

  protected colour({ colour }: RampStop): string {
    return colourOf(colour, this.sheet());
  }

  protected inkOf({ colour }: RampStop): string | null {
    return 'ink' in colour ? colour.ink : null;
  }

  protected set(i: number, change: Partial<RampStop> & { readonly colour?: ColourRef }, held: boolean): void {
    this.put(
      this.value().map((stop, at) => (at === i ? { ...stop, ...change } : stop)),
      held,
    );
  }

  protected choose(i: number, colour: string): void {
    this.set(i, { colour: this.editing?.inkFor(colour) ?? { srgb: colour } }, true);
    this.editing?.endGesture();
  }

  protected place(i: number, at: number): void {
    this.set(i, { at: Math.max(0, Math.min(1, at)) }, false);
  }

  protected strength(i: number, strength: number): void {
    this.set(i, { strength: Math.max(0, Math.min(1, strength)) }, false);
  }

  /** One more in the middle of the widest gap. */
  protected add(): void {
    this.opened.set(true);
    const stops = this.value();
    const gaps = stops.slice(1).map((stop, i) => stop.at - (stops[i] as RampStop).at);
    const i = gaps.indexOf(Math.max(...gaps));
    const [from, to] = [stops[i], stops[i + 1]] as [RampStop, RampStop];
    this.put(
      [...stops.slice(0, i + 1), { ...to, at: (from.at + to.at) / 2, strength: (from.strength + to.strength) / 2 }, ...stops.slice(i + 1)],
      false,
    );
  }

  protected remove(i: number): void {
    // The rest stays as it is shown.
    this.opened.set(true);
    this.put(
      this.value().filter((_, at) => at !== i),
      false,
    );
  }

  private put(stops: readonly RampStop[], held: boolean): void {
    this.change()(
      [...stops].sort((a, b) => a.at - b.at),
      held,
    );
  }
}
