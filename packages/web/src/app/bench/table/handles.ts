import { ChangeDetectionStrategy, Component, ElementRef, computed, inject, input, output, signal, viewChild } from '@angular/core';
import { Store } from '@ngrx/store';
import { findPass, wearLies, wearPut, withPass, type Pass, type Sheet } from '@uvrant/core';
import { benchFeature } from '../../state/bench';
import { Drag, type Dragged } from '../../ui/drag';
import { Lengths } from '../../ui/lengths';
import { Editing } from '../editing';
import { Attachments, textureSource } from '../attached/attachments';
import {
  around,
  boxCorners,
  boxOfPass,
  extentOf,
  gripAt,
  GRIPS,
  movedPass,
  placedPasses,
  STILL,
  type Box,
  type Grip,
  type Movement,
} from './placing-box';
import { Rendering } from '../view/rendering';
import { snapLines, snapped, type SnapLines } from './snapping';
import type { Viewport } from './viewport';

/** How near, on the screen, something is drawn to a line. */
const NEAR_PX = 6;
const TURN_STEP = 15;
const LEAST_MM = 0.5;
/** How far an arrow key moves what is chosen, mm: a millimetre, or a twentieth of an inch. */
const NUDGE_MM = { mm: 1, in: 1.27 } as const;
/** Degrees of an arc; only what a hand draws on the screen. */
const degreesOf = (x: number, y: number): number => (Math.atan2(-y, x) * 180) / Math.PI;

/**
 * True where a pass is held by a side or corner. Type has its measure at its sides, where it has one, its size at its corners, its height
 * where that holds it; several passes are only made larger together.
 */
const hasGrip = (single: Pass | null, u: number, v: number): boolean => {
  if (u !== 0 && v !== 0) return true;
  if (single === null) return false;
  if (single.source.kind !== 'type') return true;
  const { lines } = single.source;
  return u !== 0 ? lines !== 'as set' : lines === 'fit box';
};

interface Gesture {
  readonly kind: 'move' | 'turn' | Grip;
  readonly from: readonly [number, number];
  readonly box: Box;
  readonly passes: readonly Pass[];
  readonly lines: SnapLines;
  readonly name: string;
}

let gestures = 0;

/** Handles on the table for the chosen passes: move, stretch, turn; drawn to edges, middles, thirds and other passes. */
@Component({
  selector: 'uv-handles',
  imports: [Drag],
  template: `
    @if (box(); as box) {
      <svg aria-hidden="true">
        @for (x of guides().x; track x) {
          <line class="guide" [attr.x1]="toX(x)" [attr.x2]="toX(x)" y1="0" y2="100%" />
        }
        @for (y of guides().y; track y) {
          <line class="guide" [attr.y1]="toY(y)" [attr.y2]="toY(y)" x1="0" x2="100%" />
        }
        <polygon class="body" [attr.points]="outline()" (uvDrag)="drag($event, 'move')" (dblclick)="edit($event)" />
        <line class="stem" [attr.x1]="top()[0]" [attr.y1]="top()[1]" [attr.x2]="knob()[0]" [attr.y2]="knob()[1]" />
        <circle class="knob" r="6" [attr.cx]="knob()[0]" [attr.cy]="knob()[1]" (uvDrag)="drag($event, 'turn')" />
        @for (grip of grips(); track grip.name) {
          <rect
            class="grip"
            width="9"
            height="9"
            [attr.x]="grip.x - 4.5"
            [attr.y]="grip.y - 4.5"
            [style.cursor]="grip.cursor"
            (uvDrag)="drag($event, grip.grip)"
          />
        }
      </svg>
      <div
        class="keys"
        tabindex="0"
        role="application"
        [attr.aria-label]="'Place of ' + names() + ': arrow keys move it by 1 mm, with Shift by 10, with Alt by 0.1'"
        [style.left.px]="middle()[0]"
        [style.top.px]="middle()[1]"
        (keydown)="nudge($event)"
      ></div>
      @if (typing(); as pass) {
        <textarea
          class="typing"
          aria-label="Text, on the sheet"
          [style.left.px]="corner()[0]"
          [style.top.px]="corner()[1]"
          [style.width.px]="screenWidth()"
          [style.minHeight.px]="screenHeight()"
          [style.transform]="'rotate(' + -box.turn + 'deg)'"
          [value]="textOf(pass)"
          (input)="typed(pass, words.value, true)"
          (keydown)="leaveTyping($event)"
          (blur)="endTyping(pass, words.value)"
          #words
        ></textarea>
      }
      @if (said(); as words) {
        <span class="said" [style.left.px]="middle()[0]" [style.top.px]="bottom()">{{ words }}</span>
      }
    }
  `,
  styleUrls: ['./overlay.scss', './handles.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Handles {
  readonly sheet = input.required<Sheet>();
  readonly view = input.required<Viewport>();
  /** Screen units a mm of the sheet. */
  readonly scale = input.required<number>();
  /** A press without a movement: something else may be meant. */
  readonly clicked = output<PointerEvent>();

  private readonly store = inject(Store);
  private readonly lengths = inject(Lengths);
  private readonly editing = inject(Editing);
  private readonly attachments = inject(Attachments);
  private readonly rendering = inject(Rendering);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);
  private readonly ids = this.store.selectSignal(benchFeature.selectChosenIds);
  private readonly words = viewChild<ElementRef<HTMLTextAreaElement>>('words');

  private readonly gesture = signal<Gesture | null>(null);
  protected readonly guides = signal<SnapLines>({ x: [], y: [] });
  protected readonly said = signal<string | null>(null);
  private readonly typingId = signal<string | null>(null);

  /** The open wear's texture, as the pass that it would be. */
  private readonly texture = computed<Pass | null>(() => {
    const [pass, wear] = [this.attachments.pass(), this.attachments.wear()];
    if (!pass || wear?.kind !== 'texture') return null;
    return { ...pass, id: wear.id, name: wear.name, source: textureSource(wear), placement: wearLies(wear, pass) };
  });
  private readonly chosen = computed<readonly Pass[]>(() => {
    const sheet = this.sheet();
    if (this.line().step !== null) return [];
    const texture = this.texture();
    if (this.attachments.wear()) return texture ? [texture] : [];
    return this.ids()
      .flatMap((id) => findPass(sheet, id) ?? [])
      .filter(({ locked }) => !locked);
  });
  private readonly placed = computed(() => placedPasses(this.chosen()));
  private readonly single = computed(() => {
    const [pass, ...more] = this.placed();
    return pass && more.length === 0 ? pass : null;
  });
  protected readonly box = computed<Box | null>(() => {
    const single = this.single();
    if (!single) return around(this.placed().map((pass) => this.boxOf(pass)));
    return this.boxOf(single);
  });
  protected readonly names = computed(() =>
    this.chosen()
      .map(({ name }) => name)
      .join(', '),
  );
  protected readonly typing = computed(() => {
    const single = this.single();
    return single && single.id === this.typingId() && single.source.kind === 'type' ? single : null;
  });

  private boxOf(pass: Pass): Box {
    return boxOfPass(pass, this.rendering.settings());
  }

  protected toX(mm: number): number {
    return this.view().x + mm * this.scale();
  }

  protected toY(mm: number): number {
    return this.view().y + mm * this.scale();
  }

  private screen([x, y]: readonly [number, number]): readonly [number, number] {
    return [this.toX(x), this.toY(y)];
  }

  private at(grip: { readonly u: number; readonly v: number }): readonly [number, number] {
    return this.screen(gripAt(this.box() as Box, grip));
  }

  protected readonly outline = computed(() =>
    boxCorners(this.box() as Box)
      .map((corner) => this.screen(corner).join())
      .join(' '),
  );
  protected readonly top = computed(() => this.at({ u: 0, v: -1 }));
  protected readonly corner = computed(() => this.at({ u: -1, v: -1 }));
  protected readonly middle = computed(() => this.at({ u: 0, v: 0 }));
  protected readonly bottom = computed(() => this.toY(extentOf(this.box() as Box)[3]) + 12);
  protected readonly screenWidth = computed(() => Math.max(150, (this.box() as Box).width * this.scale()));
  protected readonly screenHeight = computed(() => Math.max(34, (this.box() as Box).height * this.scale()));
  /** The knob to turn by stands off the top. */
  protected readonly knob = computed(() => {
    const [middle, top] = [this.middle(), this.top()];
    const [x, y] = [top[0] - middle[0], top[1] - middle[1]];
    const length = Math.hypot(x, y) || 1;
    return [top[0] + (x / length) * 22, top[1] + (y / length) * 22] as const;
  });
  protected readonly grips = computed(() => {
    const single = this.single();
    const kinds = GRIPS.filter(({ u, v }) => hasGrip(single, u, v));
    const turn = (this.box() as Box).turn;
    return kinds.map((grip) => {
      const [x, y] = this.at(grip);
      const way = ((Math.round((degreesOf(grip.u, grip.v) + turn) / 45) % 4) + 4) % 4;
      return { grip, name: `${grip.u},${grip.v}`, x, y, cursor: ['ew-resize', 'nesw-resize', 'ns-resize', 'nwse-resize'][way] as string };
    });
  });

  /** A place of the window on the sheet, mm. */
  private point({ x, y }: { readonly x: number; readonly y: number }): readonly [number, number] {
    const bed = this.element.nativeElement.getBoundingClientRect();
    return [(x - bed.left - this.view().x) / this.scale(), (y - bed.top - this.view().y) / this.scale()];
  }

  protected drag(moment: Dragged, kind: Gesture['kind']): void {
    if (moment.isClick) {
      if (kind === 'move') this.clicked.emit(moment.event);
      return;
    }
    if (!this.gesture()) this.gesture.set(this.begun(kind, moment.from));
    const gesture = this.gesture();
    if (gesture) this.follow(gesture, moment);
    if (moment.isLast) this.end();
  }

  private begun(kind: Gesture['kind'], from: Dragged['from']): Gesture {
    const passes = this.placed();
    const moving = new Set(passes.map(({ id }) => id));
    return {
      kind,
      from: this.point(from),
      box: this.box() as Box,
      passes,
      lines: snapLines(this.sheet(), moving),
      name: `place ${++gestures}`,
    };
  }

  private end(): void {
    this.gesture.set(null);
    this.guides.set({ x: [], y: [] });
    this.said.set(null);
    this.editing.endGesture();
  }

  private follow(gesture: Gesture, moment: Dragged): void {
    const to = this.point(moment);
    const { event } = moment;
    const { kind } = gesture;
    const movement =
      kind === 'move'
        ? this.moving(gesture, to, event)
        : kind === 'turn'
          ? this.turning(gesture, to, event)
          : this.stretching(gesture, kind, to, event);
    if (!movement) return;
    this.put(gesture.passes, gesture.box, movement, gesture.name);
  }

  /** Moves passes, or the open wear's texture. */
  private put(passes: readonly Pass[], box: Box, movement: Movement, gesture: string): void {
    const [texture, owner] = [this.texture(), this.attachments.pass()];
    if (texture && owner) {
      const [moved] = passes.map((pass) => movedPass(pass, box, movement).placement);
      if (moved) this.attachments.changeWear((wear) => wearPut(wear, owner, moved), gesture);
      return;
    }
    this.editing.sheet(
      (sheet) => passes.reduce((each, pass) => withPass(each, pass.id, () => movedPass(pass, box, movement)), sheet),
      gesture,
    );
  }

  private near(event: PointerEvent): number {
    return event.altKey ? 0 : NEAR_PX / this.scale();
  }

  private moving({ box, from, lines }: Gesture, to: readonly [number, number], event: PointerEvent): Movement {
    let [dx, dy] = [to[0] - from[0], to[1] - from[1]];
    if (event.shiftKey) [dx, dy] = Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy];
    const [left, top, right, bottom] = extentOf(box);
    const near = this.near(event);
    const x = snapped([left + dx, (left + right) / 2 + dx, right + dx], lines.x, near);
    const y = snapped([top + dy, (top + bottom) / 2 + dy, bottom + dy], lines.y, near);
    this.guides.set({ x: x.line === null ? [] : [x.line], y: y.line === null ? [] : [y.line] });
    return { ...STILL, about: [box.x, box.y], dx: dx + x.by, dy: dy + y.by };
  }

  private turning({ box, from }: Gesture, to: readonly [number, number], event: PointerEvent): Movement {
    const angle = ([x, y]: readonly [number, number]): number => degreesOf(x - box.x, y - box.y);
    const turn = angle(to) - angle(from);
    const whole = Math.round((box.turn + turn) / TURN_STEP) * TURN_STEP - box.turn;
    const held = event.shiftKey || (!event.altKey && Math.abs(turn - whole) < 2);
    const by = held ? whole : turn;
    this.said.set(`${(((((box.turn + by + 180) % 360) + 360) % 360) - 180).toFixed(1)}°`);
    return { ...STILL, about: [box.x, box.y], turn: by };
  }

  private stretching(
    { box, from, lines, passes }: Gesture,
    grip: Grip,
    to: readonly [number, number],
    event: PointerEvent,
  ): Movement | null {
    const about = gripAt(box, { u: -grip.u, v: -grip.v });
    const held = gripAt(box, grip);
    let [hx, hy] = [held[0] + to[0] - from[0], held[1] + to[1] - from[1]];
    if (box.turn === 0) {
      const near = this.near(event);
      const x = grip.u === 0 ? { by: 0, line: null } : snapped([hx], lines.x, near);
      const y = grip.v === 0 ? { by: 0, line: null } : snapped([hy], lines.y, near);
      [hx, hy] = [hx + x.by, hy + y.by];
      this.guides.set({ x: x.line === null ? [] : [x.line], y: y.line === null ? [] : [y.line] });
    }
    // Along the box's own sides, from the place that stays.
    const own: Box = { ...box, x: about[0], y: about[1] };
    const right = gripAt({ ...own, width: 2, height: 2 }, { u: 1, v: 0 });
    const [cos, sin] = [right[0] - about[0], right[1] - about[1]];
    const [lx, ly] = [(hx - about[0]) * cos + (hy - about[1]) * sin, -(hx - about[0]) * sin + (hy - about[1]) * cos];
    let sx = grip.u === 0 ? 1 : (grip.u * lx) / box.width;
    let sy = grip.v === 0 ? 1 : (grip.v * ly) / box.height;
    const isType = passes.some(({ source }) => source.kind === 'type');
    const even = grip.u !== 0 && grip.v !== 0 && (!event.shiftKey || passes.length > 1 || isType);
    if (even) sx = sy = Math.max(sx, sy);
    if (sx * box.width < LEAST_MM || (grip.v !== 0 && sy * box.height < LEAST_MM)) return null;
    this.said.set(`${(sx * box.width).toFixed(1)} × ${(sy * box.height).toFixed(1)} mm`);
    return { ...STILL, about, sx, sy };
  }

  /** True while there is something chosen that lies somewhere. */
  canNudge(): boolean {
    return this.box() !== null;
  }

  /** Moves what is chosen by an arrow key, one step of the unit that is shown; ten with Shift. */
  nudge(event: KeyboardEvent): void {
    const ways: Readonly<Record<string, readonly [number, number]>> = {
      ArrowLeft: [-1, 0],
      ArrowRight: [1, 0],
      ArrowUp: [0, -1],
      ArrowDown: [0, 1],
    };
    const way = ways[event.key];
    const box = this.box();
    if (event.altKey) return;
    if (!way || !box) {
      if (event.key === 'Enter') this.startTyping();
      return;
    }
    event.preventDefault();
    event.stopPropagation();
    const by = NUDGE_MM[this.lengths.unit()] * (event.shiftKey ? 10 : 1);
    const movement: Movement = { ...STILL, about: [box.x, box.y], dx: by * way[0], dy: by * way[1] };
    const passes = this.placed();
    this.put(passes, box, movement, `nudge ${this.names()}`);
  }

  protected edit(event: MouseEvent): void {
    event.stopPropagation();
    this.startTyping();
  }

  private startTyping(): void {
    const single = this.single();
    if (single?.source.kind !== 'type') return;
    this.typingId.set(single.id);
    setTimeout(() => {
      const entry = this.words()?.nativeElement;
      entry?.focus();
      entry?.select();
    });
  }

  protected textOf({ source }: Pass): string {
    return source.kind === 'type' ? source.text : '';
  }

  protected typed({ id }: Pass, text: string, held: boolean): void {
    const gesture = held ? `${id} text` : null;
    this.editing.pass(id, (pass) => (pass.source.kind === 'type' ? { ...pass, source: { ...pass.source, text } } : pass), gesture);
  }

  protected leaveTyping(event: KeyboardEvent): void {
    event.stopPropagation();
    if (event.key === 'Escape') (event.target as HTMLElement).blur();
  }

  protected endTyping(pass: Pass, text: string): void {
    this.typed(pass, text, false);
    this.typingId.set(null);
  }
}
