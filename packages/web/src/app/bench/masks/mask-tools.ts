import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal, viewChild } from '@angular/core';
import {
  keptPoints,
  keptSize,
  MOST_SEED,
  pathOf,
  pressuresText,
  simplified,
  STROKE_UNITS,
  type CutOutMask,
  type Mask,
  type Pass,
  type Sheet,
  type Stroke,
} from '@uvrant/core';
import { Hanging } from '../view/hanging';
import type { Viewport } from '../table/viewport';

/** How far, in hundredths of a millimetre, a kept line may leave the one that was drawn. */
const TOLERANCE = 4;
const CLICK_PX = 4;

/** What is being drawn: points of the sheet in hundredths of a millimetre, pressures beside them. */
interface Drawn {
  readonly points: number[];
  readonly pressures: number[];
}

/** Drawing on the sheet for the open mask: strokes of the brush, outlines, samples. */
@Component({
  selector: 'uv-mask-tools',
  template: `
    <div
      class="field"
      tabindex="0"
      role="application"
      [class.brush]="usesBrush()"
      [attr.aria-label]="says()"
      (pointerdown)="press($event)"
      (pointermove)="move($event)"
      (pointerup)="release($event)"
      (pointercancel)="cancel()"
      (pointerleave)="at.set(null)"
      (dblclick)="close($event)"
      #field
    >
      <svg aria-hidden="true">
        @if (outline(); as points) {
          <polyline class="line" [attr.points]="points" />
        }
        @if (trail(); as points) {
          <polyline class="trail" [class.erases]="hanging.isErasing()" [attr.points]="points" [style.strokeWidth.px]="brushPx()" />
        }
        @if (at(); as here) {
          @if (usesBrush()) {
            <circle class="tip" [class.erases]="hanging.isErasing()" [attr.cx]="here.x" [attr.cy]="here.y" [attr.r]="brushPx() / 2" />
          }
        }
        @for (sample of samples(); track $index) {
          <circle class="sample" r="5" [attr.cx]="toX(sample.x)" [attr.cy]="toY(sample.y)" [attr.fill]="sample.colour" />
        }
      </svg>
    </div>
  `,
  styleUrl: './mask-tools.scss',
  host: { '(document:keydown)': 'key($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MaskTools {
  readonly sheet = input.required<Sheet>();
  readonly view = input.required<Viewport>();
  /** Screen units a mm of the sheet. */
  readonly scale = input.required<number>();
  /** A place of the sheet, mm, whose colour is to be sampled. */
  readonly sampled = output<{ readonly x: number; readonly y: number }>();

  protected readonly hanging = inject(Hanging);
  private readonly field = viewChild.required<ElementRef<HTMLElement>>('field');
  protected readonly at = signal<{ readonly x: number; readonly y: number } | null>(null);
  private readonly drawn = signal<Drawn | null>(null);
  private pressed: { readonly x: number; readonly y: number } | null = null;

  protected readonly usesBrush = computed(() => this.hanging.mask()?.kind === 'painted' || this.hanging.drawing() === 'band');
  protected readonly brushPx = computed(() => Math.max(2, this.hanging.brush().size * this.scale()));
  protected readonly samples = computed(() => {
    const mask = this.hanging.mask();
    return mask?.kind === 'pick' ? mask.samples : [];
  });
  protected readonly says = computed(() => {
    const kind = this.hanging.mask()?.kind;
    if (this.usesBrush()) return 'Paint on the sheet; [ and ] change the brush, hold E to take away';
    return kind === 'pick' ? 'Click a colour of the sheet' : 'Draw the outline on the sheet; Enter closes it, Escape leaves it';
  });

  protected toX(mm: number): number {
    return this.view().x + mm * this.scale();
  }

  protected toY(mm: number): number {
    return this.view().y + mm * this.scale();
  }

  private asLine(points: readonly number[]): string {
    const parts: string[] = [];
    for (let i = 0; i < points.length; i += 2) {
      parts.push(`${this.toX((points[i] as number) / STROKE_UNITS)},${this.toY((points[i + 1] as number) / STROKE_UNITS)}`);
    }
    return parts.join(' ');
  }

  protected readonly trail = computed(() => {
    const drawn = this.drawn();
    if (!drawn || !this.usesBrush()) return null;
    return this.asLine(drawn.points.length === 2 ? [...drawn.points, ...drawn.points] : drawn.points);
  });

  protected readonly outline = computed(() => {
    const drawn = this.drawn();
    if (!drawn || this.usesBrush()) return null;
    const { points } = drawn;
    const here = this.at();
    const way = this.hanging.drawing();
    if ((way === 'rectangle' || way === 'ellipse') && points.length >= 4) {
      const [x0, y0] = points as [number, number];
      const [x1, y1] = points.slice(-2) as [number, number];
      return this.asLine(way === 'rectangle' ? [x0, y0, x1, y0, x1, y1, x0, y1, x0, y0] : ring(x0, y0, x1, y1));
    }
    const line = this.asLine(points);
    return way === 'polygon' && here ? `${line} ${here.x},${here.y}` : line;
  });

  private local(event: MouseEvent): { x: number; y: number } {
    const box = this.field().nativeElement.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  }

  /** Hundredths of a millimetre on the sheet. */
  private onSheet({ x, y }: { x: number; y: number }): [number, number] {
    const units = STROKE_UNITS / this.scale();
    return [Math.round((x - this.view().x) * units), Math.round((y - this.view().y) * units)];
  }

  private static pressure(event: PointerEvent): number {
    return event.pointerType === 'pen' ? Math.max(1, Math.round(event.pressure * 100)) : 100;
  }

  protected press(event: PointerEvent): void {
    if (event.button !== 0) return;
    event.preventDefault();
    event.stopPropagation();
    this.field().nativeElement.focus({ preventScroll: true });
    const here = this.local(event);
    const point = this.onSheet(here);
    if (this.hanging.mask()?.kind === 'pick') {
      this.sampled.emit({ x: point[0] / STROKE_UNITS, y: point[1] / STROKE_UNITS });
      return;
    }
    if (!this.usesBrush() && this.hanging.drawing() === 'polygon') {
      const points = [...(this.drawn()?.points ?? []), ...point];
      this.drawn.set({ points, pressures: [] });
      return;
    }
    if (!this.usesBrush() && this.hanging.drawing() === null) return;
    this.pressed = here;
    this.field().nativeElement.setPointerCapture(event.pointerId);
    this.drawn.set({ points: [...point], pressures: [MaskTools.pressure(event)] });
  }

  protected move(event: PointerEvent): void {
    this.at.set(this.local(event));
    const drawn = this.drawn();
    if (!this.pressed || !drawn) return;
    event.stopPropagation();
    const points = [...drawn.points];
    const pressures = [...drawn.pressures];
    for (const each of event.getCoalescedEvents?.() ?? [event]) {
      points.push(...this.onSheet(this.local(each)));
      pressures.push(MaskTools.pressure(each));
    }
    this.drawn.set({ points, pressures });
  }

  protected release(event: PointerEvent): void {
    const [drawn, start] = [this.drawn(), this.pressed];
    if (!drawn || !start) return;
    event.stopPropagation();
    this.pressed = null;
    this.drawn.set(null);
    const here = this.local(event);
    const isClick = Math.hypot(here.x - start.x, here.y - start.y) < CLICK_PX;
    if (this.usesBrush()) this.paint(drawn);
    else if (!isClick) this.takeOutline(drawn.points);
  }

  protected cancel(): void {
    this.pressed = null;
    this.drawn.set(null);
  }

  /** A polygon is closed where it was clicked twice. */
  protected close(event: Event): void {
    event.stopPropagation();
    const drawn = this.drawn();
    if (drawn && this.hanging.drawing() === 'polygon') this.takeOutline(drawn.points.slice(0, -2));
    if (drawn && this.hanging.drawing() === 'polygon') this.drawn.set(null);
  }

  protected key(event: KeyboardEvent): void {
    const drawn = this.drawn();
    if (!drawn || this.hanging.drawing() !== 'polygon') return;
    if (event.key === 'Enter') this.takeOutline(drawn.points);
    else if (event.key !== 'Escape') return;
    event.preventDefault();
    event.stopPropagation();
    this.drawn.set(null);
  }

  private paint({ points, pressures }: Drawn): void {
    const pass = this.hanging.pass();
    if (!pass) return;
    const pressed = pressures.some((each) => each < 100);
    const isBand = this.hanging.drawing() === 'band';
    this.hanging.changeMask((mask) => {
      // A pen's pressures stand beside the points as they came; without any the line is kept simple.
      const line = pressed ? points : simplified(points, TOLERANCE);
      const stroke: Stroke = {
        ...this.hanging.brush(),
        size: keptSize(mask, pass, this.hanging.brush().size),
        erases: this.hanging.isErasing(),
        seed: Math.floor(Math.random() * MOST_SEED),
        path: pathOf(keptPoints(mask, pass, line)),
        ...(pressed ? { pressures: pressuresText(pressures) } : {}),
      };
      if (mask.kind === 'painted') return { ...mask, strokes: [...mask.strokes, stroke] };
      return mask.kind === 'cut-out' && isBand ? { ...mask, widened: [...mask.widened, stroke] } : mask;
    });
  }

  private takeOutline(points: readonly number[]): void {
    const pass = this.hanging.pass();
    const way = this.hanging.drawing();
    if (!pass || way === null || way === 'band' || points.length < (way === 'polygon' || way === 'freehand' ? 6 : 4)) return;
    this.hanging.changeMask((mask) => (mask.kind === 'cut-out' ? { ...mask, ...outlined(mask, pass, way, points) } : mask));
    this.hanging.show({ drawing: null });
  }
}

const ring = (x0: number, y0: number, x1: number, y1: number): number[] =>
  Array.from({ length: 65 }, (_, i) => {
    const turn = (i / 64) * 2 * Math.PI;
    return [(x0 + x1) / 2 + ((x1 - x0) / 2) * Math.cos(turn), (y0 + y1) / 2 + ((y1 - y0) / 2) * Math.sin(turn)];
  }).flat();

/** The outline as it is kept: by the art where the mask follows it. */
const outlined = (
  mask: Mask,
  pass: Pass,
  way: 'polygon' | 'freehand' | 'rectangle' | 'ellipse',
  points: readonly number[],
): Pick<CutOutMask, 'outline' | 'points'> => {
  if (way === 'polygon') return { outline: 'polygon', points: keptPoints(mask, pass, points) };
  if (way === 'freehand') return { outline: 'polygon', points: keptPoints(mask, pass, simplified(points, TOLERANCE)) };
  return { outline: way, points: keptPoints(mask, pass, [...points.slice(0, 2), ...points.slice(-2)]) };
};
