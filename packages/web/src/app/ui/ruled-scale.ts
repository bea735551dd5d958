import { Component, computed, input, output } from '@angular/core';

/** A ruled scale to drag along. One gesture from pressing to letting go. */
@Component({
  selector: 'uv-ruled-scale',
  template: `
    <input
      type="range"
      [attr.aria-label]="label()"
      [min]="min()"
      [max]="max()"
      [step]="step()"
      [value]="value()"
      [style.--at]="at()"
      (input)="changed.emit(bar.valueAsNumber)"
      (change)="letGo.emit(bar.valueAsNumber)"
      #bar
    />
  `,
  styles: `
    input {
      appearance: none;
      width: 100%;
      height: 16px;
      margin: 3px 0 0;
      background:
        linear-gradient(var(--cobalt), var(--cobalt)) 0 100% / var(--at) 2.5px no-repeat,
        linear-gradient(var(--ink), var(--ink)) 0 100% / 100% 1px no-repeat,
        repeating-linear-gradient(90deg, var(--ticks) 0 1px, transparent 1px 10%) 0 8px / 100% 7px no-repeat;
      cursor: pointer;
    }
    input::-webkit-slider-thumb {
      appearance: none;
      width: 9px;
      height: 16px;
      background: linear-gradient(90deg, transparent 3px, var(--cobalt) 3px 6px, transparent 6px);
    }
    input::-moz-range-thumb {
      border: 0;
      border-radius: 0;
      width: 3px;
      height: 16px;
      background: var(--cobalt);
    }
  `,
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

  protected readonly at = computed(() => {
    const share = (this.value() - this.min()) / (this.max() - this.min());
    return `${(100 * Math.max(0, Math.min(1, share))).toFixed(2)}%`;
  });
}
