import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { keptPoints, keptSize, MOST_SEED, pathOf, pressuresText, simplified, type Stroke } from '@uvrant/core';
import { LINE_TOLERANCE, TableTool, type Drawn, type ToolKind } from './tool';

/** Paints strokes: of a painted mask, or where soft edges are looked for. */
@Component({
  selector: 'uv-brush',
  template: `
    <svg aria-hidden="true">
      @if (trail(); as points) {
        <polyline class="trail" [class.erases]="attachments.isErasing()" [attr.points]="points" [style.strokeWidth.px]="brushPx()" />
      }
      @if (at(); as here) {
        <circle class="tip" [class.erases]="attachments.isErasing()" [attr.cx]="here.x" [attr.cy]="here.y" [attr.r]="brushPx() / 2" />
      }
    </svg>
  `,
  styleUrl: './tool.scss',
  host: { class: 'brush' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Brush extends TableTool {
  readonly says = signal('Paint on the sheet; [ and ] change the brush, hold E to take away');
  protected readonly brushPx = computed(() => Math.max(2, this.attachments.brush().size * this.scale()));
  protected readonly trail = computed(() => {
    const drawn = this.drawn();
    return drawn && this.asLine(drawn.points.length === 2 ? [...drawn.points, ...drawn.points] : drawn.points);
  });

  protected take({ points, pressures }: Drawn): void {
    const pass = this.pass();
    if (!pass) return;
    const pressed = pressures.some((each) => each < 100);
    this.attachments.changeMask((mask) => {
      // A pen's pressures stand beside the points as they came; without any the line is kept simple.
      const line = pressed ? points : simplified(points, LINE_TOLERANCE);
      const stroke: Stroke = {
        ...this.attachments.brush(),
        size: keptSize(mask, pass, this.attachments.brush().size),
        erases: this.attachments.isErasing(),
        seed: Math.floor(Math.random() * MOST_SEED),
        path: pathOf(keptPoints(mask, pass, line)),
        ...(pressed ? { pressures: pressuresText(pressures) } : {}),
      };
      if (mask.kind === 'painted') return { ...mask, strokes: [...mask.strokes, stroke] };
      return mask.kind === 'cut-out' ? { ...mask, widened: [...mask.widened, stroke] } : mask;
    });
  }
}

export const brush: ToolKind = { component: Brush, isFor: ({ kind }, drawing) => kind === 'painted' || drawing === 'band' };
