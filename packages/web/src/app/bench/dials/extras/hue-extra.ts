import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import type { Pass, Sheet, Step } from '@uvrant/core';
import { Editing } from '../../editing';
import { HuePick } from './hue-pick';

/** The hue of a step, picked on the picture. */
@Component({
  selector: 'uv-hue-extra',
  imports: [HuePick],
  template: `<p class="pick"><uv-hue-pick (picked)="put($event)" /></p>`,
  styleUrl: './extra.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HueExtra {
  readonly step = input.required<Step>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();

  private readonly editing = inject(Editing);

  protected put(hue: number): void {
    this.editing.step(this.pass().id, this.step().id, (step) => ({ ...step, params: { ...step.params, hue: Math.round(hue) } }));
  }
}
