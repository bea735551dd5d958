import { ChangeDetectionStrategy, Component, ElementRef, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { findPass, isShown, pointOn, stepOfKind, type AnyDial, type DialOf, type Sheet, type SheetPoint } from '@uvrant/core';
import { benchFeature } from '../../state/bench';
import { Drag, type Dragged } from '../../ui/drag';
import { boxOf, placeIn } from '../dials/fields/point-box';
import { Editing } from '../editing';
import type { Viewport } from './viewport';

/** A dial of the step in hand that is a place on the sheet. */
interface Placed {
  readonly name: string;
  readonly dial: DialOf<'point'>;
  /** Screen units: where it is taken hold of, and for an arrow where it begins. */
  readonly x: number;
  readonly y: number;
  readonly from: SheetPoint | null;
}

/** The places and arrows of the step in hand, to be dragged on the table. */
@Component({
  selector: 'uv-points',
  imports: [Drag],
  template: `
    @if (points().length > 0) {
      <svg aria-hidden="true">
        @for (point of points(); track point.name) {
          @if (point.from; as from) {
            <line class="stem" [attr.x1]="from.x" [attr.y1]="from.y" [attr.x2]="point.x" [attr.y2]="point.y" />
            <circle class="start" r="3" [attr.cx]="from.x" [attr.cy]="from.y" />
          }
          <text [attr.x]="point.x + 12" [attr.y]="point.y + 4">{{ point.dial.title }}</text>
          <circle class="knob" r="7" [attr.data-dial]="point.name" [attr.cx]="point.x" [attr.cy]="point.y" (uvDrag)="drag($event, point)" />
        }
      </svg>
    }
  `,
  styleUrls: ['./overlay.scss', './points.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Points {
  readonly sheet = input.required<Sheet>();
  readonly view = input.required<Viewport>();
  /** Screen units a mm of the sheet. */
  readonly scale = input.required<number>();

  private readonly editing = inject(Editing);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly line = inject(Store).selectSignal(benchFeature.selectLine);

  private readonly pass = computed(() => {
    const { pass } = this.line();
    return pass === null ? null : (findPass(this.sheet(), pass) ?? null);
  });
  private readonly step = computed(() => this.pass()?.steps.find(({ id }) => id === this.line().step) ?? null);

  protected readonly points = computed<readonly Placed[]>(() => {
    const step = this.step();
    const dials = Object.entries((step && stepOfKind(step.kind)?.dials) ?? {});
    return dials.flatMap(([name, dial]): readonly Placed[] => {
      if (!step || dial.type !== 'point' || dial.further || !isShown(dial, step.params)) return [];
      const value = (step.params[name] ?? null) as SheetPoint | null;
      const start = this.startOf(dial, step.params, dials);
      if (!dial.arrow)
        return [{ name, dial, ...this.onScreen(pointOn(value, dial, boxOf(dial, this.sheet(), this.pass() ?? undefined))), from: null }];
      const tip = { x: start.x + (value?.x ?? 0), y: start.y + (value?.y ?? 0) };
      return [{ name, dial, ...this.onScreen(tip), from: this.onScreen(start) }];
    });
  });

  /** Where an arrow begins, mm: where it says in its pass's box; else in the middle, or lower where a place lies there. */
  private startOf(
    { inPass, unset }: DialOf<'point'>,
    params: Readonly<Record<string, unknown>>,
    dials: readonly (readonly [string, AnyDial])[],
  ): SheetPoint {
    const pass = this.pass();
    if (inPass && pass) return placeIn(pass.placement, unset ?? [0.5, 0.5]);
    const { width, height } = this.sheet().size;
    const isTaken = dials.some(([, dial]) => dial.type === 'point' && !dial.arrow && isShown(dial, params));
    return { x: width / 2, y: height * (isTaken ? 0.8 : 0.5) };
  }

  private onScreen({ x, y }: SheetPoint): SheetPoint {
    return { x: this.view().x + x * this.scale(), y: this.view().y + y * this.scale() };
  }

  protected drag(moment: Dragged, { name, dial }: Placed): void {
    const { pass, step } = this.line();
    if (moment.isClick || !pass || !step) return;
    const bed = this.element.nativeElement.getBoundingClientRect();
    const mm = (at: number, from: number, view: number): number => (at - from - view) / this.scale();
    const at = { x: mm(moment.x, bed.left, this.view().x), y: mm(moment.y, bed.top, this.view().y) };
    const held = this.step();
    if (!held) return;
    const start = this.startOf(dial, held.params, Object.entries(stepOfKind(held.kind)?.dials ?? {}));
    const tenth = (value: number): number => Math.max(-10_000, Math.min(10_000, Math.round(value * 10) / 10));
    const value = dial.arrow ? { x: tenth(at.x - start.x), y: tenth(at.y - start.y) } : { x: tenth(at.x), y: tenth(at.y) };
    this.editing.step(pass, step, (each) => ({ ...each, params: { ...each.params, [name]: value } }), `${step} ${name}`);
    if (moment.isLast) this.editing.endGesture();
  }
}
