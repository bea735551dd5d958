import { ChangeDetectionStrategy, Component, computed, signal } from '@angular/core';
import { keptPoints, simplified, type CutOutMask, type Pass } from '@uvrant/core';
import type { Drawing } from '../../state/bench';
import { LINE_TOLERANCE, TableTool, type Drawn, type ToolKind } from './tool';

/** Draws the outline of a cut-out: corner by corner, in one go, or from corner to corner. */
@Component({
  selector: 'uv-outline',
  template: `
    <svg aria-hidden="true">
      @if (line(); as points) {
        <polyline class="line" [attr.points]="points" />
      }
    </svg>
  `,
  styleUrl: './tool.scss',
  host: { '(dblclick)': 'close($event)', '(document:keydown)': 'key($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Outline extends TableTool {
  readonly says = signal('Draw the outline on the sheet; Enter closes it, Escape leaves it');

  protected readonly line = computed(() => {
    const drawn = this.drawn();
    if (!drawn) return null;
    const [{ points }, here, way] = [drawn, this.at(), this.attachments.drawing()];
    if ((way === 'rectangle' || way === 'ellipse') && points.length >= 4) {
      const [x0, y0] = points as [number, number];
      const [x1, y1] = points.slice(-2) as [number, number];
      return this.asLine(way === 'rectangle' ? [x0, y0, x1, y0, x1, y1, x0, y1, x0, y0] : ring(x0, y0, x1, y1));
    }
    const line = this.asLine(points);
    return way === 'polygon' && here ? `${line} ${here.x},${here.y}` : line;
  });

  /** A click is a corner of a polygon. */
  protected override clicked(point: readonly [number, number]): boolean {
    if (this.attachments.drawing() !== 'polygon') return false;
    this.drawn.set({ points: [...(this.drawn()?.points ?? []), ...point], pressures: [] });
    return true;
  }

  protected take({ points }: Drawn, isClick: boolean): void {
    if (!isClick) this.takeOutline(points);
  }

  /** A polygon is closed where it was clicked twice. */
  protected close(event: Event): void {
    event.stopPropagation();
    const drawn = this.drawn();
    if (!drawn || this.attachments.drawing() !== 'polygon') return;
    this.takeOutline(drawn.points.slice(0, -2));
    this.leave();
  }

  protected key(event: KeyboardEvent): void {
    const drawn = this.drawn();
    if (!drawn || this.attachments.drawing() !== 'polygon') return;
    if (event.key === 'Enter') this.takeOutline(drawn.points);
    else if (event.key !== 'Escape') return;
    event.preventDefault();
    event.stopPropagation();
    this.leave();
  }

  private takeOutline(points: readonly number[]): void {
    const [pass, way] = [this.pass(), this.attachments.drawing()];
    if (!pass || way === null || points.length < LEAST_NUMBERS[way]) return;
    this.attachments.changeMask((mask) => (mask.kind === 'cut-out' ? { ...mask, ...outlined(mask, pass, way, points) } : mask));
    this.attachments.show({ drawing: null });
  }
}

/** Numbers that an outline has at the least, x and y in turn. */
const LEAST_NUMBERS: Readonly<Record<Drawing, number>> = { polygon: 6, freehand: 6, rectangle: 4, ellipse: 4, band: Infinity };

const ring = (x0: number, y0: number, x1: number, y1: number): number[] =>
  Array.from({ length: 65 }, (_, i) => {
    const turn = (i / 64) * 2 * Math.PI;
    return [(x0 + x1) / 2 + ((x1 - x0) / 2) * Math.cos(turn), (y0 + y1) / 2 + ((y1 - y0) / 2) * Math.sin(turn)];
  }).flat();

/** The outline as it is kept: by the art where the mask follows it. */
const outlined = (mask: CutOutMask, pass: Pass, way: Drawing, points: readonly number[]): Pick<CutOutMask, 'outline' | 'points'> => {
  if (way === 'rectangle' || way === 'ellipse') {
    return { outline: way, points: keptPoints(mask, pass, [...points.slice(0, 2), ...points.slice(-2)]) };
  }
  const line = way === 'freehand' ? simplified(points, LINE_TOLERANCE) : points;
  return { outline: 'polygon', points: keptPoints(mask, pass, line) };
};

export const outline: ToolKind = {
  component: Outline,
  isFor: ({ kind }, drawing) => kind === 'cut-out' && drawing !== null && drawing !== 'band',
};
