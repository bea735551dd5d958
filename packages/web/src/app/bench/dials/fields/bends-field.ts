import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { BEND_WAYS, length, share, type BendStroke, type DialOf, type Pass, type Sheet } from '@uvrant/core';
import { Figure } from '../../../ui/figure';
import { inWords, Toggles } from '../../../ui/toggles';
import { BendBrush } from '../../tools/bend-brush';
import type { FieldInputs } from './field-inputs';
import { RangedField } from './ranged-field';

const SIZE = length({ title: 'Brush', min: 2, max: 400, wide: true, default: 40, more: 'a wider brush' });
const STRENGTH = share({ title: 'Strength', min: -1, default: 0.6, more: 'bends further; below 0 the other way round' });

/** Strokes that bend: the brush to draw them with on the table, and those that are there. */
@Component({
  selector: 'uv-bends-field',
  imports: [Figure, MatIconModule, RangedField, Toggles],
  template: `
    <div class="top">
      <b>{{ dial().title }}</b>
    </div>
    <p class="more">{{ value().length === 0 ? 'Draw on the table: what a stroke passes bends.' : 'Draw on the table for more.' }}</p>
    <uv-toggles [options]="ways" [value]="brush.way()" label="What a stroke does" (chosen)="choose($event)" />
    <uv-ranged-field class="inline" [dial]="size" [value]="brush.size()" [change]="setSize" />
    <uv-ranged-field class="inline" [dial]="strength" [value]="brush.strength()" [change]="setStrength" />
    @for (stroke of value(); track $index) {
      <div class="stop">
        <span class="grow">{{ $index + 1 }}. {{ stroke.way }}, {{ stroke.size.toFixed(0) }} mm</span>
        <uv-figure
          [value]="stroke.strength * 100"
          unit="%"
          [digits]="0"
          [step]="5"
          [label]="'Strength of stroke ' + ($index + 1)"
          (changed)="setStroke($index, $event)"
        />
        <span>%</span>
        <button type="button" class="again" [attr.aria-label]="'Remove stroke ' + ($index + 1)" (click)="remove($index)">
          <mat-icon svgIcon="close" />
        </button>
      </div>
    }
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BendsField {
  readonly dial = input.required<DialOf<'bends'>>();
  readonly value = input.required<readonly BendStroke[]>();
  readonly change = input.required<FieldInputs['change']>();
  readonly sheet = input<Sheet>();
  readonly pass = input<Pass>();
  readonly values = input<FieldInputs['values']>();

  protected readonly brush = inject(BendBrush);
  protected readonly size = SIZE;
  protected readonly strength = STRENGTH;
  protected readonly ways = inWords(BEND_WAYS);

  protected choose(way: string): void {
    this.brush.way.set(way as BendStroke['way']);
  }

  protected readonly setSize = (mm: unknown): void => this.brush.size.set(mm as number);
  protected readonly setStrength = (share: unknown): void => this.brush.strength.set(share as number);

  protected setStroke(at: number, percent: number): void {
    const strength = Math.max(-1, Math.min(1, percent / 100));
    this.change()(
      this.value().map((stroke, i) => (i === at ? { ...stroke, strength } : stroke)),
      false,
    );
  }

  protected remove(at: number): void {
    this.change()(
      this.value().filter((_, i) => i !== at),
      false,
    );
  }
}
