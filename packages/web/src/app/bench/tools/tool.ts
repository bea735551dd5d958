import { computed, Directive, ElementRef, inject, input, signal, type Signal, type Type } from '@angular/core';
import { STROKE_UNITS, type Mask, type Sheet } from '@uvrant/core';
import type { Drawing } from '../../state/bench';
import { Attachments } from '../attached/attachments';
import { pointIn, type Point } from '../table/pointer';
import type { Viewport } from '../table/viewport';

/** A tool of the table: what it looks like and does, and what it is for. */
export interface ToolKind {
  readonly component: Type<TableTool>;
  /** True while it is the one for the open mask. */
  readonly isFor: (mask: Mask, drawing: Drawing | null) => boolean;
  /** True for one that looks at the pass's source as it is before its steps. */
  readonly readsOriginal?: boolean;
}

/** How far, in hundredths of a millimetre, a kept line may leave the one that was drawn. */
export const LINE_TOLERANCE = 4;
const CLICK_PX = 4;

/** What is being drawn: points of the sheet in hundredths of a millimetre, pressures of the pen beside them, percent. */
export interface Drawn {
  readonly points: number[];
  readonly pressures: number[];
}

/** Drawing on the sheet with the pointer: the field over the table, its points in the sheet's own units. */
@Directive({
  host: {
    tabindex: '0',
    role: 'application',
    '[attr.aria-label]': 'says()',
    '(pointerdown)': 'press($event)',
    '(pointermove)': 'move($event)',
    '(pointerup)': 'release($event)',
    '(pointercancel)': 'leave()',
    '(pointerleave)': 'at.set(null)',
  },
})
export abstract class TableTool {
  readonly sheet = input.required<Sheet>();
  readonly view = input.required<Viewport>();
  /** Screen units a mm of the sheet. */
  readonly scale = input.required<number>();

  protected readonly attachments = inject(Attachments);
  protected readonly field = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
  /** Where the pointer is, screen units; null while it is not over the table. */
  protected readonly at = signal<Point | null>(null);
  protected readonly drawn = signal<Drawn | null>(null);
  private pressed: Point | null = null;

  /** What can be done with it, in words. */
  abstract readonly says: Signal<string>;
  /** Takes what was drawn in one go; `isClick` where the pointer hardly moved. */
  protected abstract take(drawn: Drawn, isClick: boolean): void;

  protected readonly toX = (mm: number): number => this.view().x + mm * this.scale();
  protected readonly toY = (mm: number): number => this.view().y + mm * this.scale();

  /** Points of the sheet as an SVG line. */
  protected asLine(points: readonly number[]): string {
    const parts: string[] = [];
    for (let i = 0; i < points.length; i += 2) {
      parts.push(`${this.toX((points[i] as number) / STROKE_UNITS)},${this.toY((points[i + 1] as number) / STROKE_UNITS)}`);
    }
    return parts.join(' ');
  }

  /** Hundredths of a millimetre on the sheet. */
  private onSheet({ x, y }: Point): [number, number] {
    const units = STROKE_UNITS / this.scale();
    return [Math.round((x - this.view().x) * units), Math.round((y - this.view().y) * units)];
  }

  private static pressure(event: PointerEvent): number {
    return event.pointerType === 'pen' ? Math.max(1, Math.round(event.pressure * 100)) : 100;
  }

  /** A press at a point of the sheet, hundredths of a millimetre. True where it was all there is to it, and no drawing begins. */
  protected clicked(_point: readonly [number, number]): boolean {
    return false;
  }

  protected press(event: PointerEvent): void {
    if (event.button !== 0) return;
    event.preventDefault();
    event.stopPropagation();
    this.field.focus({ preventScroll: true });
    const here = pointIn(this.field, event);
    const point = this.onSheet(here);
    if (this.clicked(point)) return;
    this.pressed = here;
    this.field.setPointerCapture(event.pointerId);
    this.drawn.set({ points: [...point], pressures: [TableTool.pressure(event)] });
  }

  protected move(event: PointerEvent): void {
    this.at.set(pointIn(this.field, event));
    const drawn = this.drawn();
    if (!this.pressed || !drawn) return;
    event.stopPropagation();
    const points = [...drawn.points];
    const pressures = [...drawn.pressures];
    for (const each of event.getCoalescedEvents?.() ?? [event]) {
      points.push(...this.onSheet(pointIn(this.field, each)));
      pressures.push(TableTool.pressure(each));
    }
    this.drawn.set({ points, pressures });
  }

  protected release(event: PointerEvent): void {
    const [drawn, start] = [this.drawn(), this.pressed];
    if (!drawn || !start) return;
    event.stopPropagation();
    this.leave();
    const here = pointIn(this.field, event);
    this.take(drawn, Math.hypot(here.x - start.x, here.y - start.y) < CLICK_PX);
  }

  /** Leaves what was begun. */
  protected leave(): void {
    this.pressed = null;
    this.drawn.set(null);
  }

  protected readonly pass = computed(() => this.attachments.pass());
}
