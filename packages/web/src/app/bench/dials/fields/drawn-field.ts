import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { pathOf, pointsOf, STROKE_UNITS, type DialOf, type Pass, type Sheet } from '@uvrant/core';
import { Figure } from '../../../ui/figure';
import type { FieldInputs } from './field-inputs';

/** Places on the sheet, in figures, or whether a line is drawn; both are drawn on the table. */
@Component({
  selector: 'uv-drawn-field',
  imports: [Figure, MatIconModule],
  template: `
    <div class="top">
      <b>{{ dial().title }}</b>
      @if (value()) {
        <button type="button" class="again" (click)="change()('', false)">{{ isLine() ? 'Remove' : 'Remove all' }}</button>
      }
    </div>
    @if (isLine()) {
      <p class="more">{{ value() ? 'Draw on the table for another one.' : 'Draw it on the table; until then it is straight.' }}</p>
    } @else {
      <p class="more">
        {{ value() ? 'Click on the table for more; drag one to move it.' : 'Click on the table; until then it is in the middle.' }}
      </p>
      @for (place of places(); track $index) {
        <div class="stop">
          <span class="grow">{{ $index + 1 }}.</span>
          <uv-figure
            [value]="place.x"
            unit="mm"
            [digits]="1"
            [step]="1"
            [label]="'Place ' + ($index + 1) + ', from the left'"
            (changed)="put(2 * $index, $event)"
          />
          <uv-figure
            [value]="place.y"
            unit="mm"
            [digits]="1"
            [step]="1"
            [label]="'Place ' + ($index + 1) + ', from the top'"
            (changed)="put(2 * $index + 1, $event)"
          />
          <span>mm</span>
          <button type="button" class="again" [attr.aria-label]="'Remove place ' + ($index + 1)" (click)="remove($index)">
            <mat-icon svgIcon="close" />
          </button>
        </div>
      }
    }
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DrawnField {
  readonly dial = input.required<DialOf<'drawn'>>();
  readonly value = input.required<string>();
  readonly change = input.required<FieldInputs['change']>();
  readonly sheet = input<Sheet>();
  readonly pass = input<Pass>();
  readonly values = input<FieldInputs['values']>();

  protected readonly isLine = computed(() => this.dial().as === 'line');
  private readonly points = computed(() => pointsOf(this.value()));
  protected readonly places = computed(() => {
    const points = this.points();
    const mm = (i: number): number => (points[i] as number) / STROKE_UNITS;
    return Array.from({ length: points.length / 2 }, (_, i) => ({ x: mm(2 * i), y: mm(2 * i + 1) }));
  });

  protected put(which: number, mm: number): void {
    const at = Math.round(Math.max(-10_000, Math.min(10_000, mm)) * STROKE_UNITS);
    this.change()(pathOf(this.points().map((v, i) => (i === which ? at : v))), false);
  }

  protected remove(place: number): void {
    this.change()(pathOf(this.points().filter((_, i) => i >> 1 !== place)), false);
  }
}
