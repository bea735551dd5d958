import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { CurvePoint, Pass, Sheet, Step } from '@uvrant/core';
import { Editing } from '../../editing';
import { Rendering } from '../../view/rendering';
import { HuePick } from './hue-pick';

/** Distance round the circle within which a picked hue takes the handle that is there, degrees. */
const NEAR = 8;

/** A dropper for the hue to be changed, and how much lighter the picture gets. */
@Component({
  selector: 'uv-grey-extra',
  imports: [HuePick],
  template: `
    @if (byHue()) {
      <uv-hue-pick (picked)="lift($event)" />
    }
    <dl class="uv-sums">
      <dt>Picture gets</dt>
      <dd>{{ lighter() }}</dd>
    </dl>
    @if (!byHue() && beyond() !== 0) {
      <p class="uv-warn" role="status">
        The shares add up to {{ sum() }} %: greys print {{ beyond() > 0 ? 'lighter' : 'darker' }} too{{
          beyond() > 0 ? ', and what is light blows out' : ''
        }}.
      </p>
    }
  `,
  styleUrl: './extra.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class GreyExtra {
  readonly step = input.required<Step>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  protected readonly rendering = inject(Rendering);
  private readonly editing = inject(Editing);

  protected readonly byHue = computed(() => this.step().params['by'] === 'hue');
  protected readonly sum = computed(() => {
    const { red, green, blue } = this.step().params as { red: number; green: number; blue: number };
    return Math.round(100 * (red + green + blue));
  });
  protected readonly beyond = computed(() => this.sum() - 100);
  protected readonly lighter = computed(() => {
    const reading = this.rendering.reading();
    if (!reading) return '…';
    const by = 100 * (reading.meanOut - reading.meanIn);
    if (Math.abs(by) < 0.05) return 'no lighter or darker';
    return `${Math.abs(by).toFixed(1)} % ${by > 0 ? 'lighter' : 'darker'}`;
  });

  /** Puts a handle at a hue, or lifts the one that is near. */
  protected lift(hue: number): void {
    this.editing.step(this.pass().id, this.step().id, (step) => {
      const handles = step.params['response'] as readonly CurvePoint[];
      const away = (x: number): number => Math.min(Math.abs(x - hue), 360 - Math.abs(x - hue));
      const near = handles.find(([x]) => away(x) <= NEAR);
      const lifted = (y: number): number => Math.min(1, Math.round((y + 0.25) * 100) / 100);
      const next = near
        ? handles.map((handle): CurvePoint => (handle === near ? [near[0], lifted(near[1])] : handle))
        : [...handles, [Math.round(hue), 0.25] as CurvePoint].sort((a, b) => a[0] - b[0]);
      // A single handle would lift every hue: its neighbours are held where they are.
      const held = handles.length === 0 ? withNeighbours(Math.round(hue), next) : next;
      return { ...step, params: { ...step.params, response: held } };
    });
  }
}

const withNeighbours = (hue: number, handles: readonly CurvePoint[]): readonly CurvePoint[] =>
  [...handles, [(hue + 50) % 360, 0] as CurvePoint, [(hue + 310) % 360, 0] as CurvePoint].sort((a, b) => a[0] - b[0]);
