import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatSlider, MatSliderThumb } from '@angular/material/slider';

/** A ruled scale to drag along. One gesture from pressing to letting go. */
@Component({
  selector: 'uv-ruled-scale',
  imports: [MatSlider, MatSliderThumb],
  template: `
    <mat-slider disableRipple [min]="min()" [max]="max()" [step]="step()">
      <input
        matSliderThumb
        [attr.aria-label]="label()"
        [value]="within()"
        (valueChange)="changed.emit($event)"
        (change)="letGo.emit(bar.valueAsNumber)"
        #bar
      />
    </mat-slider>
  `,
  styles: `
    :host {
      display: block;
      height: 24px;
      contain: size layout style;
      background: repeating-linear-gradient(90deg, var(--ticks) 0 1px, transparent 1px 10%) 0 8px / 100% 8px no-repeat;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RuledScale {
  readonly value = input.required<number>();
  readonly min = input.required<number>();
  readonly max = input.required<number>();
  readonly step = input.required<number>();
  readonly label = input.required<string>();
  readonly changed = output<number>();
  /** Where it stands when the gesture ends; a key is a gesture of its own. */
  readonly letGo = output<number>();

  protected readonly within = computed(() => Math.max(this.min(), Math.min(this.max(), this.value())));
}
