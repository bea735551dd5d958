import { NgComponentOutlet } from '@angular/common';
import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  Injector,
  afterNextRender,
  computed,
  effect,
  inject,
  input,
  output,
  runInInjectionContext,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Store } from '@ngrx/store';
import { Gesture } from '@use-gesture/vanilla';
import { findPass, trueScale, type FoundPlace, type Sheet } from '@uvrant/core';
import { DRAGGED } from '../../chest/looking';
import { BenchActions, benchFeature, SHOWN_ON, type ShownOn } from '../../state/bench';
import { Density } from '../../ui/density';
import { CLICK_PX } from '../../ui/drag';
import { Lengths, type LengthUnit } from '../../ui/lengths';
import { FormShade } from '../../ui/shade';
import { Toggles } from '../../ui/toggles';
import { Editing } from '../editing';
import { Attachments } from '../attached/attachments';
import { toolFor, toolForStep } from '../tools/tools';
import { Rendering } from '../view/rendering';
import { StoredPicture } from '../view/stored-picture';
import { Handles } from './handles';
import { Hatching } from './hatching';
import { paintTable, sizedContext, type TablePicture } from './paint';
import { passesAt } from './placing-box';
import { Points } from './points';
import { clicked, lightnessOn, onSheet, pointIn, type Point } from './pointer';
import { Readying } from './readying';
import { drawRuler } from './ruler';
import { Tiles, type Wanted } from './tiles';
import { fitted, movedBy, zoomedAt, type Extent, type Viewport } from './viewport';
import { Wipe } from './wipe';

const RULER = 24;
const LEAST_ZOOM = 0.01;
/** Colours that a sheet is shown on in place of its stock. */
const GROUNDS: Readonly<Record<ShownOn, string | null>> = { stock: null, white: '#ffffff', black: '#000000' };

/** What lies under the pointer. */
export interface UnderPointer {
  /** Millimetres from the sheet's top left corner. */
  readonly x: number;
  readonly y: number;
  /** Lightness of the print on its stock there, 0 … 1. */
  readonly tone: number | null;
}

/** How far the table is: whether all that is seen is the true print, what share of it is, and screen pixels a print pixel. */
export interface TableStatus {
  readonly isTrue: boolean;
  readonly share: number;
  readonly scale: number;
}

/** The table: the sheet on neutral grey between rulers, draft at once and true after. */
@Component({
  selector: 'uv-table',
  imports: [Handles, NgComponentOutlet, Points, Toggles, Wipe],
  providers: [Readying, Tiles],
  template: `
    <canvas class="ruler across" aria-hidden="true" #across></canvas>
    <canvas class="ruler down" aria-hidden="true" #down></canvas>
    <button type="button" class="unit" [attr.aria-label]="'Rulers in ' + lengths.unit() + '; change'" (click)="changeUnit()">
      {{ lengths.unit() }}
    </button>
    <div
      class="bed"
      role="application"
      tabindex="0"
      [attr.aria-label]="'The sheet ' + sheet().name + ', ' + tiles.status()"
      [class.grab]="spaceHeld() || isMoving()"
      [class.pick]="view().picksHue"
      (pointerdown)="press($event)"
      (pointermove)="pointed.emit(under(pointOf($event)))"
      (pointerleave)="pointed.emit(null)"
      (dragover)="dragOver($event)"
      (drop)="drop($event)"
      (contextmenu)="pressRight($event)"
      #bed
    >
      <canvas #canvas></canvas>
      @if (handled()) {
        <uv-handles [sheet]="sheet()" [view]="shown()" [scale]="shown().zoom * perMm()" (clicked)="choose($event)" />
      }
      @if (handled()) {
        <uv-points [sheet]="sheet()" [view]="shown()" [scale]="shown().zoom * perMm()" />
      }
      @if (drawsWith(); as tool) {
        <ng-container *ngComponentOutlet="tool.component; inputs: { sheet: sheet(), view: shown(), scale: shown().zoom * perMm() }" />
      }
      @if (worstBoxes(); as boxes) {
        @for (box of boxes; track $index) {
          <span
            class="worst"
            [style.left.px]="box.left"
            [style.top.px]="box.top"
            [style.width.px]="box.width"
            [style.height.px]="box.height"
          ></span>
        }
      }
      @for (place of unfoundPlaces(); track $index) {
        <span class="unfound" [style.left.px]="place.left" [style.top.px]="place.top"></span>
      }
      @if (view().wipe !== null && !view().isOriginalHeld) {
        <uv-wipe
          [at]="view().wipe ?? 0"
          [left]="wipeAt()"
          [table]="size().width"
          [sheet]="pixels().width * shown().zoom"
          (moved)="moveWipe($event)"
        />
      }
      @if (view().isOriginalHeld) {
        <span class="uv-tag held">unprinted original</span>
      }
      @if (view().picksHue) {
        <span class="uv-tag held">Click a colour in the original; Escape to leave</span>
      }
      @if (rendering.problem(); as problem) {
        <p class="uv-warn problem" role="alert">The sheet cannot be shown: {{ problem }}</p>
      }
    </div>
    <uv-toggles
      class="ground"
      vertical
      [options]="grounds()"
      [value]="view().shownOn"
      label="What the sheet is shown on"
      (chosen)="attachments.show({ shownOn: $event })"
    />
  `,
  styleUrl: './table.scss',
  host: { '(keydown)': 'key($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Table {
  readonly sheet = input.required<Sheet>();
  /** The pass whose original is shown, held or beside the wipe. */
  readonly pass = input.required<string | null>();
  readonly spaceHeld = input(false);
  readonly pointed = output<UnderPointer | null>();
  /** Files dropped on a place of the sheet, mm. */
  readonly filesDropped = output<{ readonly files: readonly File[]; readonly x: number; readonly y: number }>();
  /** A picture of the plan chest dropped on a place of the sheet, mm. */
  readonly dropped = output<{ readonly sha256: string; readonly x: number; readonly y: number }>();
  readonly statusChanged = output<TableStatus>();

  protected readonly lengths = inject(Lengths);
  protected readonly rendering = inject(Rendering);
  protected readonly tiles = inject(Tiles);
  private readonly stored = inject(StoredPicture);
  protected readonly attachments = inject(Attachments);
  private readonly editing = inject(Editing);
  private readonly store = inject(Store);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);
  protected readonly view = this.store.selectSignal(benchFeature.selectView);
  private readonly density = inject(Density).density;
  private readonly shade = inject(FormShade);
  private readonly hatching = new Hatching();

  private readonly bed = viewChild.required<ElementRef<HTMLElement>>('bed');
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly across = viewChild.required<ElementRef<HTMLCanvasElement>>('across');
  private readonly down = viewChild.required<ElementRef<HTMLCanvasElement>>('down');
  private readonly handles = viewChild(Handles);

  protected readonly size = signal<Extent>({ width: 0, height: 0 });
  private readonly placed = signal<Viewport | null>(null);
  private readonly atFit = signal(true);
  protected readonly isMoving = signal(false);

  /** True while the original hides the whole print. */
  private readonly isOriginalOnly = computed(() => this.view().isOriginalHeld || this.view().picksHue);
  private readonly isOnlyLookedAt = computed(
    () => this.isOriginalOnly() || this.view().wipe !== null || this.spaceHeld() || this.rendering.trial() !== null,
  );
  /** Handles stay off what is only looked at, and off what is drawn on. */
  protected readonly handled = computed(() => !this.isOnlyLookedAt() && !this.attachments.mask());
  /** The tool that draws a dial of the step in hand. */
  private readonly stepTool = computed(() => {
    const { pass, step } = this.line();
    const found = pass === null ? undefined : findPass(this.sheet(), pass)?.steps.find(({ id }) => id === step);
    return found && !this.attachments.wear() ? toolForStep(found) : null;
  });
  private readonly tool = computed(() => toolFor(this.attachments.mask(), this.attachments.drawing()) ?? this.stepTool());
  protected readonly drawsWith = computed(() => (this.isOnlyLookedAt() ? null : this.tool()));
  /** The letters that lose most, while a wear is open. */
  protected readonly worstBoxes = computed(() => {
    if (!this.attachments.wear() || this.attachments.mask() || this.isOnlyLookedAt()) return null;
    const { x, y, zoom } = this.shown();
    const by = zoom * this.perMm();
    return this.rendering.worstLetters().map(({ box }) => ({
      left: x + box.x * by,
      top: y + box.y * by,
      width: box.width * by,
      height: box.height * by,
    }));
  });
  /** Where the open cut-out looks for soft edges in vain. */
  protected readonly unfoundPlaces = computed(() => {
    if (this.isOnlyLookedAt()) return [];
    const { x, y, zoom } = this.shown();
    const by = zoom * this.perMm();
    return (this.rendering.unfound()?.places ?? []).map((place) => ({ left: x + place.x * by, top: y + place.y * by }));
  });
  /** True while the print is faded, so that what a wear will take stands out. */
  private readonly fades = computed(() => this.attachments.wear() !== null && !this.attachments.mask() && this.attachments.seesThrough());

  protected readonly pixels = computed<Extent>(() => trueScale(this.sheet().size, this.sheet().ppi));
  /** Sheet pixels a millimetre. */
  protected readonly perMm = computed(() => this.sheet().ppi / 25.4);
  protected readonly shown = computed<Viewport>(() => {
    const placed = this.placed();
    return this.atFit() || !placed ? fitted(this.size(), this.pixels()) : placed;
  });
  protected readonly wipeAt = computed(() => {
    const { x, zoom } = this.shown();
    return x + (this.view().wipe ?? 0) * this.pixels().width * zoom;
  });
  private readonly wantsUnprinted = computed(
    () => this.isOriginalOnly() || this.view().wipe !== null || this.tool()?.readsOriginal === true,
  );

  /** What the sheet is shown on: its stock, or white or black to see what of the print is clear. */
  private readonly stock = computed(() => GROUNDS[this.view().shownOn] ?? this.sheet().stock.colour);
  protected readonly grounds = computed(() => {
    const { colour } = this.sheet().stock;
    return SHOWN_ON.map((value) => ({ value, words: value, colour: GROUNDS[value] ?? colour }));
  });

  /** All that the canvas shows. */
  private readonly picture = computed<TablePicture>(() => {
    const [view, plane, bare] = [this.shown(), this.rendering.plane(), this.rendering.bare()];
    const isMask = this.attachments.mask() !== null;
    const shows = plane !== null && this.rendering.trial() === null;
    const isHatched = shows && (isMask ? this.attachments.shownWay() === 'hatched' : this.fades());
    return {
      view,
      table: this.size(),
      sheet: this.pixels(),
      density: this.density(),
      stock: this.stock(),
      print: this.tiles.print,
      stored: this.tiles.isDrafted() ? null : this.stored.bitmap(),
      unprinted: this.tiles.unprinted,
      originalFrom: this.isOriginalOnly() ? view.x : this.view().wipe !== null ? this.wipeAt() : null,
      isFaded: this.fades(),
      hatched: [...(bare ? [bare] : []), ...(isHatched ? [plane] : [])],
      byItself: shows && isMask && this.attachments.shownWay() === 'by itself' ? plane : null,
      colours: this.shade.colours(),
    };
  });
  private frame = 0;

  /** What the table is to show of which version; null before there is one, or room for it. */
  private readonly wanted = computed<Wanted | null>(() => {
    const [version, original] = [this.rendering.version(), this.rendering.unprintedVersion()];
    const pass = this.wantsUnprinted() ? this.pass() : null;
    const looked = { view: this.shown(), table: this.size(), sheet: this.pixels(), density: this.density() };
    return version !== null && original !== null && looked.table.width > 0 ? { version, original, pass, ...looked } : null;
  });

  constructor() {
    const injector = inject(Injector);
    const watch = new ResizeObserver(([entry]) => {
      const box = (entry as ResizeObserverEntry).contentRect;
      this.size.set({ width: box.width, height: box.height });
    });
    effect((onCleanup) => {
      const element = this.bed().nativeElement;
      watch.observe(element);
      onCleanup(() => watch.unobserve(element));
    });
    effect(() => {
      const wanted = this.wanted();
      untracked(() => this.want(wanted));
    });
    inject(Readying).follow(this.wanted);
    this.rendering.versionChanged.pipe(takeUntilDestroyed()).subscribe(() => this.want(this.wanted()));
    effect(() => {
      this.picture();
      this.lengths.unit();
      this.drawSoon();
    });
    this.tiles.came.pipe(takeUntilDestroyed()).subscribe(() => this.drawSoon());
    afterNextRender(() => runInInjectionContext(injector, () => this.followGestures()));
    effect(() =>
      this.statusChanged.emit({ isTrue: this.tiles.isTrue(), share: this.tiles.share(), scale: this.shown().zoom * this.density() }),
    );
    inject(DestroyRef).onDestroy(() => {
      watch.disconnect();
      cancelAnimationFrame(this.frame);
    });
  }

  fit(): void {
    this.atFit.set(true);
  }

  /** One print pixel on one screen pixel, about the table's middle. */
  actualPixels(): void {
    const { width, height } = this.size();
    this.place(zoomedAt(this.shown(), 1 / this.density(), { x: width / 2, y: height / 2 }, LEAST_ZOOM));
  }

  /** A part of the sheet, mm, as near as it goes with some of what is round it, in print pixels at most. */
  showPlace({ x, y, width, height }: FoundPlace): void {
    const [by, table] = [this.perMm(), this.size()];
    const nearest = 1 / this.density();
    const zoom = Math.min(nearest, table.width / (2 * width * by), table.height / (2 * height * by));
    this.place({ zoom, x: table.width / 2 - (x + width / 2) * by * zoom, y: table.height / 2 - (y + height / 2) * by * zoom });
  }

  private place(view: Viewport): void {
    this.placed.set(view);
    this.atFit.set(false);
  }

  /** Asks for tiles, once for each change of what is wanted: of a new version before the page is drawn anew. */
  private want(wanted: Wanted | null): void {
    if (!wanted || wanted === this.asked) return;
    this.asked = wanted;
    this.tiles.want(wanted);
  }
  private asked: Wanted | null = null;

  /** Draws what is there by the next frame, whatever else the page has to do before it. */
  private drawSoon(): void {
    this.frame ||= requestAnimationFrame(() => {
      this.frame = 0;
      this.draw(this.picture(), this.lengths.unit());
    });
  }

  private draw(picture: TablePicture, unit: LengthUnit): void {
    const { view, table, density, colours } = picture;
    const context = sizedContext(this.canvas().nativeElement, table.width, table.height, density);
    if (!context) return;
    paintTable(context, picture, this.hatching);
    const perUnit = view.zoom * this.perMm() * (unit === 'in' ? 25.4 : 1);
    const across = sizedContext(this.across().nativeElement, table.width, RULER, density);
    const down = sizedContext(this.down().nativeElement, RULER, table.height, density);
    if (across) drawRuler(across, table.width, RULER, 'x', { unit, perUnit, zero: view.x }, colours);
    if (down) drawRuler(down, table.height, RULER, 'y', { unit, perUnit, zero: view.y }, colours);
    this.tiles.painted();
  }

  protected changeUnit(): void {
    this.lengths.use(this.lengths.unit() === 'in' ? 'mm' : 'in');
  }

  protected pointOf(event: MouseEvent): Point {
    return pointIn(this.bed().nativeElement, event);
  }

  protected dragOver(event: DragEvent): void {
    if (event.dataTransfer?.types.includes(DRAGGED)) event.preventDefault();
  }

  protected drop(event: DragEvent): void {
    const { x, y } = onSheet(this.shown(), this.pointOf(event));
    const at = { x: x / this.perMm(), y: y / this.perMm() };
    const files = [...(event.dataTransfer?.files ?? [])];
    if (files.length > 0) {
      event.preventDefault();
      return this.filesDropped.emit({ files, ...at });
    }
    const sha256 = event.dataTransfer?.getData(DRAGGED);
    if (!sha256) return;
    event.preventDefault();
    this.dropped.emit({ sha256, ...at });
  }

  /** The sheet follows a drag, a pinch and the wheel. */
  private followGestures(): void {
    const bed = this.bed().nativeElement;
    const gesture = new Gesture(
      bed,
      {
        onDrag: ({ event, xy: [x, y], initial: [fromX, fromY], last, tap, pinching, cancel, memo }) => {
          if (pinching) return cancel();
          if (tap) return this.tapped(event as PointerEvent);
          const from = (memo as Viewport | undefined) ?? this.shown();
          this.isMoving.set(!last);
          this.place(movedBy(from, x - fromX, y - fromY));
          return from;
        },
        onPinch: ({ origin: [x, y], offset: [scale], first, memo }) => {
          const { left, top } = bed.getBoundingClientRect();
          const here = { x: x - left, y: y - top };
          const before = first ? { ...here, scale } : (memo as typeof here & { scale: number });
          const moved = movedBy(this.shown(), here.x - before.x, here.y - before.y);
          this.place(zoomedAt(moved, (moved.zoom * scale) / before.scale, here, LEAST_ZOOM));
          return { ...here, scale };
        },
        onWheel: ({ event }) => {
          event.preventDefault();
          const by = 2 ** (-event.deltaY / (event.deltaMode === 0 ? 260 : 6));
          this.place(zoomedAt(this.shown(), this.shown().zoom * by, this.pointOf(event), LEAST_ZOOM));
        },
      },
      {
        eventOptions: { passive: false },
        drag: { filterTaps: true, threshold: CLICK_PX, pointer: { buttons: [1, 4], keys: false } },
        pinch: { pinchOnWheel: false },
      },
    );
    inject(DestroyRef).onDestroy(() => gesture.destroy());
  }

  protected press(event: PointerEvent): void {
    if (event.button > 1) return;
    event.preventDefault();
    this.bed().nativeElement.focus({ preventScroll: true });
  }

  private tapped(event: PointerEvent): void {
    if (event.button !== 0 || this.spaceHeld()) return;
    if (this.view().picksHue) this.pickHue(this.pointOf(event));
    else this.choose(event);
  }

  private pickHue(point: Point): void {
    const { x, y } = onSheet(this.shown(), point);
    const value = this.tiles.unprinted.valueAt(x, y);
    if (value) this.store.dispatch(BenchActions.huePicked({ rgb: [value[0], value[1], value[2]] }));
    else this.attachments.show({ picksHue: false });
  }

  /** Chooses what lies under the pointer; with Ctrl or Shift one pass more. */
  protected choose(event: PointerEvent): void {
    const { x, y } = onSheet(this.shown(), this.pointOf(event));
    const there = passesAt(this.sheet(), x / this.perMm(), y / this.perMm());
    const next = clicked(there, this.line());
    if (event.ctrlKey || event.metaKey || event.shiftKey) {
      const more = there.find((each) => !this.editing.chosenIds().includes(each.id))?.id ?? next;
      if (more !== null) this.store.dispatch(BenchActions.passChosenToo({ id: more }));
    } else this.editing.choose({ pass: next, step: null });
  }

  /** The menu is of what lies under the pointer, or of all that are chosen where one of them does. */
  protected pressRight(event: MouseEvent): void {
    if (event.clientX === 0 && event.clientY === 0) return;
    const { x, y } = onSheet(this.shown(), this.pointOf(event));
    const there = passesAt(this.sheet(), x / this.perMm(), y / this.perMm());
    const isChosen = there.some(({ id }) => this.editing.chosenIds().includes(id));
    if (!isChosen && !this.tool()) this.editing.choose({ pass: there[0]?.id ?? null, step: null });
  }

  protected moveWipe(to: number): void {
    this.attachments.show({ wipe: Math.max(0, Math.min(1, to)) });
  }

  protected under(point: Point): UnderPointer | null {
    const { x, y } = onSheet(this.shown(), point);
    const { width, height } = this.pixels();
    if (x < 0 || y < 0 || x >= width || y >= height) return null;
    const value = this.tiles.print.valueAt(x, y);
    const tone = value ? lightnessOn(this.stock(), value) : null;
    return { x: x / this.perMm(), y: y / this.perMm(), tone };
  }

  protected key(event: KeyboardEvent): void {
    const step = event.shiftKey ? 200 : 40;
    const moves: Readonly<Record<string, readonly [number, number]>> = {
      ArrowLeft: [step, 0],
      ArrowRight: [-step, 0],
      ArrowUp: [0, step],
      ArrowDown: [0, -step],
    };
    const move = moves[event.key];
    if (!move || event.altKey || this.nudge(event)) return;
    event.preventDefault();
    this.place(movedBy(this.shown(), ...move));
  }

  /** Moves what is chosen by an arrow key; false where nothing is. */
  nudge(event: KeyboardEvent): boolean {
    const handles = this.handles();
    if (!handles?.canNudge()) return false;
    handles.nudge(event);
    return true;
  }

  /** Nearer (above 1) or farther, about the table's middle. */
  zoomBy(by: number): void {
    const { width, height } = this.size();
    this.place(zoomedAt(this.shown(), this.shown().zoom * by, { x: width / 2, y: height / 2 }, LEAST_ZOOM));
  }
}
