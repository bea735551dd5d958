import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { findPass, MOST_BENDS, pathOf, pointsOf, simplified, type BendStroke } from '@uvrant/core';
import { benchFeature } from '../../state/bench';
import { Editing } from '../editing';
import { BendBrush } from './bend-brush';
import { LINE_TOLERANCE, TableTool, type Drawn } from './tool';

/** Draws the strokes of the bend in hand. */
@Component({
  selector: 'uv-bender',
  template: `
    <svg aria-hidden="true">
      @for (line of lines(); track $index) {
        <polyline class="kept" [attr.points]="line" />
      }
      @if (trail(); as points) {
        <polyline class="trail" [attr.points]="points" [style.strokeWidth.px]="brushPx()" />
      }
      @if (at(); as here) {
        <circle class="tip" [attr.cx]="here.x" [attr.cy]="here.y" [attr.r]="brushPx() / 2" />
      }
    </svg>
  `,
  styleUrl: './tool.scss',
  host: { class: 'brush' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Bender extends TableTool {
  readonly says = signal('Draw on the sheet: the dots follow the stroke; Control and Z takes it back');
  private readonly brush = inject(BendBrush);
  private readonly editing = inject(Editing);
  private readonly line = inject(Store).selectSignal(benchFeature.selectLine);

  private readonly strokes = computed<readonly BendStroke[]>(() => {
    const { pass, step } = this.line();
    const found = pass === null ? undefined : findPass(this.sheet(), pass)?.steps.find(({ id }) => id === step);
    return (found?.params['strokes'] ?? []) as readonly BendStroke[];
  });
  protected readonly lines = computed(() =>
    this.strokes().map(({ path }) => {
      const points = pointsOf(path);
      return this.asLine(points.length === 2 ? [...points, ...points] : points);
    }),
  );
  protected readonly brushPx = computed(() => Math.max(4, this.brush.size() * this.scale()));
  protected readonly trail = computed(() => {
    const drawn = this.drawn();
    return drawn && this.asLine(drawn.points.length === 2 ? [...drawn.points, ...drawn.points] : drawn.points);
  });

  protected take({ points }: Drawn): void {
    const { pass, step } = this.line();
    if (!pass || !step || this.strokes().length >= MOST_BENDS) return;
    const stroke: BendStroke = {
      way: this.brush.way(),
      size: this.brush.size(),
      strength: this.brush.strength(),
      path: pathOf(simplified(points, LINE_TOLERANCE)),
    };
    this.editing.step(pass, step, (each) => ({ ...each, params: { ...each.params, strokes: [...this.strokes(), stroke] } }));
  }
}
