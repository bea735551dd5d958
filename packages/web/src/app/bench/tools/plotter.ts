import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { findPass, isShown, MOST_DRAWN, pathOf, pointsOf, simplified, stepOfKind, STROKE_UNITS, type DialOf } from '@uvrant/core';
import { benchFeature } from '../../state/bench';
import { Editing } from '../editing';
import { LINE_TOLERANCE, TableTool, type Drawn } from './tool';

/** How near to a place, in screen units, the pointer takes hold of it. */
const HOLD_PX = 10;

/** Puts the places, or draws the line, of the step in hand. */
@Component({
  selector: 'uv-plotter',
  template: `
    <svg aria-hidden="true">
      @if (dial()?.as === 'line') {
        <polyline class="kept" [attr.points]="asLine(points())" />
        @if (drawn(); as trail) {
          <polyline class="line" fill="none" [attr.points]="asLine(trail.points)" />
        }
      } @else {
        @for (place of places(); track $index) {
          <circle class="place" r="6" [class.on]="place.index === held()" [attr.cx]="place.x" [attr.cy]="place.y" />
        }
      }
    </svg>
  `,
  styleUrl: './tool.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Plotter extends TableTool {
  readonly says = computed(() =>
    this.dial()?.as === 'line'
      ? 'Draw a line on the sheet; another one takes its place'
      : 'Click on the sheet to put one there; drag one to move it, click it to take it away',
  );
  private readonly editing = inject(Editing);
  private readonly line = inject(Store).selectSignal(benchFeature.selectLine);

  private readonly step = computed(() => {
    const { pass, step } = this.line();
    return (pass === null ? undefined : findPass(this.sheet(), pass))?.steps.find(({ id }) => id === step) ?? null;
  });
  /** The dial that is drawn, with its name. */
  private readonly plotted = computed(() => {
    const step = this.step();
    const dials = Object.entries((step && stepOfKind(step.kind)?.dials) ?? {});
    const found = dials.find(([, dial]) => dial.type === 'drawn' && step && isShown(dial, step.params));
    return found ? { name: found[0], dial: found[1] as DialOf<'drawn'> } : null;
  });
  protected readonly dial = computed(() => this.plotted()?.dial ?? null);
  protected readonly points = computed(() => {
    const plotted = this.plotted();
    return plotted ? pointsOf((this.step()?.params[plotted.name] ?? '') as string) : [];
  });

  /** The place that a drawing began on. */
  protected readonly held = computed(() => {
    const [x, y] = this.drawn()?.points ?? [];
    return x === undefined || y === undefined ? -1 : this.placeAt(x, y);
  });

  protected readonly places = computed(() => {
    const drawn = this.drawn()?.points ?? [];
    const points = this.points();
    return Array.from({ length: points.length / 2 }, (_, index) => {
      const isHeld = index === this.held();
      const at = (axis: 0 | 1): number => (isHeld ? (drawn.at(axis - 2) as number) : (points[2 * index + axis] as number)) / STROKE_UNITS;
      return { index, x: this.toX(at(0)), y: this.toY(at(1)) };
    });
  });

  /** The place that is nearest to a point of the sheet, as far as it is within reach; −1 for none. */
  private placeAt(x: number, y: number): number {
    const points = this.points();
    const reach = (HOLD_PX / this.scale()) * STROKE_UNITS;
    let [nearest, best] = [-1, reach];
    for (let i = 0; i < points.length / 2; i++) {
      const away = Math.hypot((points[2 * i] as number) - x, (points[2 * i + 1] as number) - y);
      if (away <= best) [nearest, best] = [i, away];
    }
    return nearest;
  }

  protected take({ points }: Drawn, isClick: boolean): void {
    if (this.dial()?.as === 'line') {
      if (!isClick) this.put(simplified(points, LINE_TOLERANCE));
      return;
    }
    const [x, y] = points as [number, number];
    const at = this.placeAt(x, y);
    const all = [...this.points()];
    if (at < 0) this.put([...all, x, y]);
    else if (isClick) this.put(all.filter((_, i) => i >> 1 !== at));
    else this.put(all.map((v, i) => (i >> 1 === at ? (points.at((i % 2) - 2) as number) : v)));
  }

  private put(points: readonly number[]): void {
    const { pass, step } = this.line();
    const plotted = this.plotted();
    if (!pass || !step || !plotted || points.length > 2 * MOST_DRAWN) return;
    this.editing.step(pass, step, (each) => ({ ...each, params: { ...each.params, [plotted.name]: pathOf(points) } }));
  }
}
