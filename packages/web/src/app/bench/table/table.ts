import type { ElementRef } from '@angular/core';
import {
  ChangeDetectionStrategy,
  Component,
  DestroyRef,
  computed,
  effect,
  inject,
  input,
  model,
  output,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Store } from '@ngrx/store';
import { hueOf, trueScale, type Sheet } from '@uvrant/core';
import { DRAGGED } from '../../chest/looking';
import { Engine, TaskCancelled } from '../../engine/engine';
import type { BareMask, Task, TilePlace } from '../../engine/protocol';
import { BenchActions, benchFeature } from '../../state/bench';
import { Timing } from '../../engine/timing';
import { Density } from '../../ui/density';
import { Lengths } from '../../ui/lengths';
import { Editing } from '../editing';
import { Handles } from './handles';
import { Hanging } from '../view/hanging';
import { MaskTools } from '../masks/mask-tools';
import { passesAt } from './placing-box';
import { Rendering } from '../view/rendering';
import { FormShade } from '../../ui/shade';
import { drawRuler } from './ruler';
import { TileLayer, placeName } from './tile-layer';
import { Hatching } from './hatching';
import {
  DRAFT_TILE,
  draftHalvings,
  fitted,
  movedBy,
  seenPart,
  trueHalvings,
  trueTile,
  zoomedAt,
  type Extent,
  type Viewport,
} from './viewport';

const RULER = 24;
const LEAST_ZOOM = 0.01;
const CLICK_PX = 4;
/** How strong the print is while a texture is placed over it. Common practice: 70 to 75 %. */
const FADED = 0.7;

/** What lies under the pointer. */
export interface UnderPointer {
  /** Millimetres from the sheet's top left corner. */
  readonly x: number;
  readonly y: number;
  /** Lightness of the print on its stock there, 0 … 1. */
  readonly tone: number | null;
}

/** The table: the sheet on neutral grey between rulers, draft at once and true after. */
@Component({
  selector: 'uv-table',
  imports: [Handles, MaskTools],
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
      [attr.aria-label]="'The sheet ' + sheet().name + ', ' + status()"
      [class.grab]="spaceHeld() || dragging() === 'move'"
      [class.pick]="rendering.picking() !== null"
      (pointerdown)="press($event)"
      (pointermove)="move($event)"
      (pointerup)="release($event)"
      (pointercancel)="release(null)"
      (pointerleave)="pointed.emit(null)"
      (wheel)="wheel($event)"
      (dragover)="dragOver($event)"
      (drop)="drop($event)"
      #bed
    >
      <canvas #canvas></canvas>
      @if (handled()) {
        <uv-handles [sheet]="sheet()" [view]="shown()" [scale]="shown().zoom * perMm()" (clicked)="choose($event)" />
      }
      @if (drawsMask()) {
        <uv-mask-tools [sheet]="sheet()" [view]="shown()" [scale]="shown().zoom * perMm()" (sampled)="sample($event)" />
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
      @if (wipe() !== null && !held()) {
        <div
          class="wipe"
          role="slider"
          tabindex="0"
          aria-label="Wipe between print and original"
          aria-valuemin="0"
          aria-valuemax="100"
          [attr.aria-valuenow]="wipePercent()"
          [style.left.px]="wipeAt()"
          (pointerdown)="grabWipe($event)"
          (keydown)="wipeKey($event)"
        >
          <b aria-hidden="true">↔</b>
        </div>
        <span class="tag" [style.right.px]="size().width - wipeAt() + 8">print</span>
        <span class="tag" [style.left.px]="wipeAt() + 10">original</span>
      }
      @if (held()) {
        <span class="tag held">unprinted original</span>
      }
      @if (rendering.picking()) {
        <span class="tag held">Click a colour in the original; Escape to leave</span>
      }
      @if (rendering.problem(); as problem) {
        <p class="uv-warn problem" role="alert">The sheet cannot be shown: {{ problem }}</p>
      }
    </div>
  `,
  styleUrl: './table.scss',
  host: { '(keydown)': 'key($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Table {
  readonly sheet = input.required<Sheet>();
  /** The pass whose original is shown, held or beside the wipe. */
  readonly pass = input.required<string | null>();
  readonly held = input(false);
  readonly spaceHeld = input(false);
  /** Where the wipe stands, as a share of the sheet's width; null without one. */
  readonly wipe = model<number | null>(null);
  readonly pointed = output<UnderPointer | null>();
  /** A picture of the plan chest dropped on a place of the sheet, mm. */
  readonly dropped = output<{ readonly sha256: string; readonly x: number; readonly y: number }>();
  readonly statusChanged = output<{ readonly isTrue: boolean; readonly scale: number }>();

  protected readonly lengths = inject(Lengths);
  protected readonly rendering = inject(Rendering);
  private readonly engine = inject(Engine);
  private readonly editing = inject(Editing);
  protected readonly hanging = inject(Hanging);
  private readonly store = inject(Store);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);

  private readonly bed = viewChild.required<ElementRef<HTMLElement>>('bed');
  private readonly canvas = viewChild.required<ElementRef<HTMLCanvasElement>>('canvas');
  private readonly across = viewChild.required<ElementRef<HTMLCanvasElement>>('across');
  private readonly down = viewChild.required<ElementRef<HTMLCanvasElement>>('down');

  protected readonly size = signal<Extent>({ width: 0, height: 0 });
  private readonly view = signal<Viewport | null>(null);
  private readonly atFit = signal(true);
  protected readonly dragging = signal<'move' | 'wipe' | null>(null);
  private lastPointer = { x: 0, y: 0 };
  /** Where the pointer went down, until it has clearly moved. */
  private pressed: { readonly x: number; readonly y: number } | null = null;

  private readonly print = new TileLayer();
  private readonly unprinted = new TileLayer();
  private readonly pending = new Map<string, AbortController>();
  private readonly drawn = signal(0);
  private readonly isTrue = signal(false);
  private readonly isOnlyLookedAt = computed(
    () => this.held() || this.wipe() !== null || this.rendering.picking() !== null || this.spaceHeld() || this.rendering.trial() !== null,
  );
  /** Handles stay off what is only looked at, and off what is drawn on. */
  protected readonly handled = computed(() => !this.isOnlyLookedAt() && !this.hanging.mask());
  protected readonly drawsMask = computed(() => {
    const mask = this.hanging.mask();
    if (this.isOnlyLookedAt() || !mask) return false;
    return mask.kind === 'painted' || mask.kind === 'pick' || (mask.kind === 'cut-out' && this.hanging.drawing() !== null);
  });
  /** The letters that lose most, while a wear is open. */
  protected readonly worstBoxes = computed(() => {
    if (!this.hanging.wear() || this.hanging.mask() || this.isOnlyLookedAt()) return null;
    const { x, y, zoom } = this.shown();
    const by = zoom * this.perMm();
    return this.rendering.worstLetters().map(({ box }) => ({
      left: x + box.x * by,
      top: y + box.y * by,
      width: box.width * by,
      height: box.height * by,
    }));
  });
  /** True while the print is faded, so that what a wear will take stands out. */
  private readonly fades = computed(() => this.hanging.wear() !== null && !this.hanging.mask() && this.hanging.seeThrough());
  protected readonly status = computed(() => (this.isTrue() ? 'true' : 'draft'));

  private readonly pixels = computed<Extent>(() => trueScale(this.sheet().size, this.sheet().ppi));
  /** Sheet pixels a millimetre. */
  protected readonly perMm = computed(() => this.sheet().ppi / 25.4);
  protected readonly shown = computed<Viewport>(() => {
    const view = this.view();
    return this.atFit() || !view ? fitted(this.size(), this.pixels()) : view;
  });
  protected readonly wipeAt = computed(() => {
    const { x, zoom } = this.shown();
    return x + (this.wipe() ?? 0) * this.pixels().width * zoom;
  });
  protected readonly wipePercent = computed(() => Math.round(100 * (this.wipe() ?? 0)));
  private readonly wantsUnprinted = computed(
    () => this.held() || this.wipe() !== null || this.rendering.picking() !== null || this.hanging.mask()?.kind === 'pick',
  );

  private readonly densityOf = inject(Density).density;
  private get density(): number {
    return this.densityOf();
  }
  private readonly timing = inject(Timing);
  private readonly shade = inject(FormShade);
  private readonly hatching = new Hatching();
  /** Versions whose draft, or true print, is all in: to be told of once they are drawn. */
  private draftIn: number | null = null;
  private trueIn: number | null = null;
  private frame = 0;

  constructor() {
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
      const version = this.rendering.version();
      const original = this.rendering.unprintedVersion();
      const view = this.shown();
      const size = this.size();
      const pass = this.pass();
      const wanted = this.wantsUnprinted();
      this.densityOf();
      untracked(() => {
        if (version !== null && original !== null && size.width > 0) this.schedule(version, original, view, size, wanted ? pass : null);
      });
    });
    effect(() => {
      this.drawn();
      this.shown();
      this.size();
      this.wipe();
      this.held();
      this.sheet();
      this.rendering.bare();
      this.rendering.plane();
      this.hanging.shownWay();
      this.fades();
      this.rendering.picking();
      this.lengths.unit();
      this.shade.colours();
      this.densityOf();
      cancelAnimationFrame(this.frame);
      this.frame = requestAnimationFrame(() => this.draw());
    });
    effect(() => this.statusChanged.emit({ isTrue: this.isTrue(), scale: this.shown().zoom * this.density }));
    inject(DestroyRef).onDestroy(() => {
      watch.disconnect();
      cancelAnimationFrame(this.frame);
      for (const stop of this.pending.values()) stop.abort();
    });
  }

  fit(): void {
    this.atFit.set(true);
  }

  /** One print pixel on one screen pixel, about the table's middle. */
  actualPixels(): void {
    const { width, height } = this.size();
    this.place(zoomedAt(this.shown(), 1 / this.density, { x: width / 2, y: height / 2 }, LEAST_ZOOM));
  }

  private place(view: Viewport): void {
    this.view.set(view);
    this.atFit.set(false);
  }

  /** Tiles at so many halvings that are seen, row by row. */
  private seen(halvings: number, side: number, view: Viewport, size: Extent): TilePlace[] {
    const by = 2 ** halvings * side;
    const { left, top, width, height } = seenPart(view, size, this.pixels());
    if (width <= 0 || height <= 0) return [];
    const places: TilePlace[] = [];
    for (let y = Math.floor(top / by); y * by < top + height; y++) {
      for (let x = Math.floor(left / by); x * by < left + width; x++) places.push({ halvings, side, x, y });
    }
    return places;
  }

  private tilesInAll = 0;

  /** How many tiles the whole sheet makes at so many halvings. */
  private tilesOfAll(halvings: number, side: number): number {
    const by = 2 ** halvings * side;
    const { width, height } = this.pixels();
    return Math.ceil(width / by) * Math.ceil(height / by);
  }

  private schedule(version: number, original: number, view: Viewport, size: Extent, pass: string | null): void {
    const finest = trueHalvings(view.zoom, this.density);
    const coarse = draftHalvings(view, size, this.pixels(), this.density);
    const places = this.seen(finest, trueTile(finest), view, size);
    const missing = places.filter((place) => !this.print.has(place, version, 1));
    const wanted = new Map<string, () => void>();
    const add = (layer: TileLayer, rank: number, of: number, place: TilePlace, task: Task & { kind: 'tile' | 'unprinted' }): void => {
      if (layer.has(place, of, rank)) return;
      const name = `${task.kind}:${of}:${rank}:${placeName(place)}`;
      wanted.set(name, () => this.request(name, layer, rank, of, place, task));
    };
    // At print pixels the true tiles are as quick as a draft would be.
    if (missing.length > 0 && finest > 0) {
      for (const place of this.seen(coarse, DRAFT_TILE, view, size)) {
        add(this.print, 0, version, place, { kind: 'tile', version, quality: 'draft', ...place });
        if (this.about.has(`${version}:${placeName(place)}`)) this.addFine(wanted, version, place);
      }
    }
    for (const place of missing) add(this.print, 1, version, place, { kind: 'tile', version, quality: 'true', ...place });
    if (pass !== null) {
      for (const place of this.seen(coarse, DRAFT_TILE, view, size)) {
        add(this.unprinted, 0, original, place, { kind: 'unprinted', version: original, pass, ...place });
      }
    }
    for (const each of this.about) if (!each.startsWith(`${version}:`)) this.about.delete(each);
    for (const [name, stop] of this.pending) {
      if (wanted.has(name)) continue;
      stop.abort();
      this.pending.delete(name);
    }
    this.isTrue.set(missing.length === 0);
    this.tilesInAll = this.tilesOfAll(finest, trueTile(finest));
    this.rendering.seesAll.set(places.length === this.tilesInAll && version === this.rendering.whole());
    if (missing.length === 0) this.trueIn = version;
    for (const [name, start] of wanted) if (!this.pending.has(name)) start();
  }

  /** Places of the draft that show wear only about, by version: to be made finer. */
  private readonly about = new Set<string>();

  private addFine(wanted: Map<string, () => void>, version: number, place: TilePlace): void {
    const name = `fine:${version}:${placeName(place)}`;
    wanted.set(name, () => this.request(name, this.print, 0, version, place, { kind: 'tile', version, quality: 'fine', ...place }));
  }

  /** Asks for a finer draft of a tile whose wear is shown only about, and notes where one has come. */
  private refine(version: number, place: TilePlace, isFine: boolean): void {
    const name = `${version}:${placeName(place)}`;
    if (isFine) this.about.delete(name);
    if (isFine || version !== this.rendering.version() || this.isTrue()) return;
    this.about.add(name);
    const wanted = new Map<string, () => void>();
    this.addFine(wanted, version, place);
    for (const [each, start] of wanted) if (!this.pending.has(each)) start();
  }

  private request(
    name: string,
    layer: TileLayer,
    rank: number,
    of: number,
    place: TilePlace,
    task: Task & { kind: 'tile' | 'unprinted' },
  ): void {
    const stop = new AbortController();
    this.pending.set(name, stop);
    this.engine
      .ask(task, stop.signal)
      .then(async (pixels) => {
        if (rank === 1 && 'worn' in pixels && pixels.worn) this.rendering.addWorn(of, placeName(place), pixels.worn, this.tilesInAll);
        await layer.put(place, of, rank, pixels);
        this.pending.delete(name);
        if (rank === 0 && 'isFine' in pixels) this.refine(of, place, pixels.isFine);
        this.rendering.problem.set(null);
        this.settle(layer, of);
        this.drawn.update((n) => n + 1);
      })
      .catch((error: unknown) => {
        this.pending.delete(name);
        if (!(error instanceof TaskCancelled)) this.rendering.fail(error);
      });
  }

  /** Once a version's tiles are all in, older ones go, and the table is true. */
  private settle(layer: TileLayer, version: number): void {
    const names = [...this.pending.keys()];
    if (layer === this.unprinted) {
      if (!names.some((name) => name.startsWith('unprinted:'))) layer.dropBefore(version);
      return;
    }
    if (version !== this.rendering.version()) return;
    if (!names.some((name) => name.startsWith(`tile:${version}:0:`))) {
      layer.dropBefore(version);
      this.draftIn = version;
    }
    if (!names.some((name) => name.startsWith('tile:'))) {
      this.isTrue.set(true);
      this.trueIn = version;
    }
  }

  private sized(canvas: HTMLCanvasElement, width: number, height: number): CanvasRenderingContext2D | null {
    const [w, h] = [Math.round(width * this.density), Math.round(height * this.density)];
    if (canvas.width !== w || canvas.height !== h) {
      canvas.width = w;
      canvas.height = h;
      canvas.style.width = `${width}px`;
      canvas.style.height = `${height}px`;
    }
    const context = canvas.getContext('2d');
    context?.setTransform(this.density, 0, 0, this.density, 0, 0);
    return context;
  }

  private draw(): void {
    const size = this.size();
    const context = this.sized(this.canvas().nativeElement, size.width, size.height);
    if (!context) return;
    const view = this.shown();
    const sheet = this.pixels();
    const [width, height] = [sheet.width * view.zoom, sheet.height * view.zoom];
    context.clearRect(0, 0, size.width, size.height);
    context.save();
    context.beginPath();
    context.rect(view.x, view.y, width, height);
    context.clip();
    context.fillStyle = this.sheet().stock.colour;
    context.fillRect(view.x, view.y, width, height);
    if (!this.held() && !this.rendering.picking()) {
      this.print.draw(context, view, size, this.density, this.sheet().stock.colour);
      if (this.fades()) {
        context.globalAlpha = 1 - FADED;
        context.fillStyle = this.sheet().stock.colour;
        context.fillRect(view.x, view.y, width, height);
        context.globalAlpha = 1;
      }
      this.drawHatched(context, view, width, height, this.rendering.bare());
      this.drawPlane(context, view, width, height);
    }
    const wipe = this.wipe();
    if (this.held() || this.rendering.picking() || wipe !== null) {
      context.beginPath();
      const from = this.held() || this.rendering.picking() ? view.x : this.wipeAt();
      context.rect(from, view.y, view.x + width - from, height);
      context.clip();
      context.fillStyle = this.sheet().stock.colour;
      context.fillRect(from, view.y, width, height);
      this.unprinted.draw(context, view, size, this.density, this.sheet().stock.colour);
    }
    context.restore();
    context.strokeStyle = '#3d3c3a';
    context.lineWidth = 1;
    context.strokeRect(view.x - 0.5, view.y - 0.5, width + 1, height + 1);
    this.drawRulers(view);
    if (this.draftIn !== null) this.timing.painted('draft', this.draftIn);
    if (this.trueIn !== null) this.timing.painted('true', this.trueIn);
  }

  /** The open mask, hatched or by itself; the open wear while the print is faded. */
  private drawPlane(context: CanvasRenderingContext2D, view: Viewport, width: number, height: number): void {
    const plane = this.rendering.plane();
    if (!plane || this.rendering.trial()) return;
    if (!this.hanging.mask()) return this.fades() ? this.drawHatched(context, view, width, height, plane) : undefined;
    const way = this.hanging.shownWay();
    if (way === 'hatched') this.drawHatched(context, view, width, height, plane);
    if (way !== 'by itself') return;
    context.fillStyle = '#1b1a1a';
    context.fillRect(view.x, view.y, width, height);
    context.drawImage(this.hatching.shapeOf(plane, 255), view.x, view.y, width, height);
  }

  /** Cobalt hatching, as on a print form. */
  private drawHatched(context: CanvasRenderingContext2D, view: Viewport, width: number, height: number, plane: BareMask | null): void {
    const table = this.size();
    const layer =
      plane && this.hatching.layerOf(plane, { view, width, height, table, density: this.density, colour: this.shade.colours().cobalt });
    if (layer) context.drawImage(layer, 0, 0, table.width, table.height);
  }

  private drawRulers(view: Viewport): void {
    const unit = this.lengths.unit();
    const perUnit = view.zoom * this.perMm() * (unit === 'in' ? 25.4 : 1);
    const { width, height } = this.size();
    const across = this.sized(this.across().nativeElement, width, RULER);
    const down = this.sized(this.down().nativeElement, RULER, height);
    if (across) drawRuler(across, width, RULER, 'x', { unit, perUnit, zero: view.x }, this.shade.colours());
    if (down) drawRuler(down, height, RULER, 'y', { unit, perUnit, zero: view.y }, this.shade.colours());
  }

  protected changeUnit(): void {
    this.lengths.use(this.lengths.unit() === 'in' ? 'mm' : 'in');
  }

  private pointOf(event: MouseEvent): { x: number; y: number } {
    const box = this.bed().nativeElement.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  }

  /** Sheet pixels under a point of the table. */
  private onSheet(point: { x: number; y: number }): { x: number; y: number } {
    const view = this.shown();
    return { x: (point.x - view.x) / view.zoom, y: (point.y - view.y) / view.zoom };
  }

  /** Adds the colour of the source at a place to the open pick. */
  protected sample({ x, y }: { readonly x: number; readonly y: number }): void {
    const value = this.unprinted.valueAt(x * this.perMm(), y * this.perMm());
    if (!value || value[3] === 0) return;
    const hex = (v: number): string => Math.round(v).toString(16).padStart(2, '0');
    const colour = `#${hex(value[0])}${hex(value[1])}${hex(value[2])}`;
    this.hanging.changeMask((mask) => (mask.kind === 'pick' ? { ...mask, samples: [...mask.samples, { x, y, colour }] } : mask));
  }

  protected dragOver(event: DragEvent): void {
    if (event.dataTransfer?.types.includes(DRAGGED)) event.preventDefault();
  }

  protected drop(event: DragEvent): void {
    const sha256 = event.dataTransfer?.getData(DRAGGED);
    if (!sha256) return;
    event.preventDefault();
    const { x, y } = this.onSheet(this.pointOf(event));
    this.dropped.emit({ sha256, x: x / this.perMm(), y: y / this.perMm() });
  }

  protected press(event: PointerEvent): void {
    const point = this.pointOf(event);
    const pick = this.rendering.picking();
    if (pick && event.button === 0) {
      const { x, y } = this.onSheet(point);
      const value = this.unprinted.valueAt(x, y);
      this.rendering.picking.set(null);
      if (value && hueOf(value[0], value[1], value[2]) !== null) pick([value[0], value[1], value[2]]);
      return;
    }
    if (event.button > 1) return;
    event.preventDefault();
    this.bed().nativeElement.focus({ preventScroll: true });
    this.bed().nativeElement.setPointerCapture(event.pointerId);
    this.lastPointer = point;
    this.pressed = event.button === 0 && !this.spaceHeld() ? point : null;
    this.dragging.set('move');
  }

  protected grabWipe(event: PointerEvent): void {
    event.stopPropagation();
    event.preventDefault();
    (event.currentTarget as HTMLElement).focus({ preventScroll: true });
    this.bed().nativeElement.setPointerCapture(event.pointerId);
    this.dragging.set('wipe');
  }

  protected move(event: PointerEvent): void {
    const point = this.pointOf(event);
    if (this.dragging() === 'move') {
      const start = this.pressed;
      if (start && Math.hypot(point.x - start.x, point.y - start.y) <= CLICK_PX) return;
      this.pressed = null;
      this.place(movedBy(this.shown(), point.x - this.lastPointer.x, point.y - this.lastPointer.y));
      this.lastPointer = point;
    } else if (this.dragging() === 'wipe') {
      this.moveWipe(this.onSheet(point).x / this.pixels().width);
    }
    this.pointed.emit(this.under(point));
  }

  protected release(event: PointerEvent | null): void {
    if (event && this.pressed && this.dragging() === 'move') this.choose(event);
    this.pressed = null;
    this.dragging.set(null);
  }

  /** The uppermost pass under the pointer; at the same place again the next one below. With Ctrl or Shift one more. */
  protected choose(event: PointerEvent): void {
    const { x, y } = this.onSheet(this.pointOf(event));
    const there = passesAt(this.sheet(), x / this.perMm(), y / this.perMm());
    const { pass, step } = this.line();
    const at = there.findIndex((each) => each.id === pass && step === null);
    const next = there[at < 0 ? 0 : (at + 1) % there.length];
    if (event.ctrlKey || event.metaKey || event.shiftKey) {
      const more = there.find((each) => !this.editing.chosenIds().includes(each.id)) ?? next;
      if (more) this.store.dispatch(BenchActions.passChosenToo({ id: more.id }));
    } else this.editing.choose({ pass: next?.id ?? null, step: null });
  }

  private moveWipe(to: number): void {
    this.wipe.set(Math.max(0, Math.min(1, to)));
  }

  protected wipeKey(event: KeyboardEvent): void {
    const by = event.key === 'ArrowLeft' ? -0.02 : event.key === 'ArrowRight' ? 0.02 : 0;
    if (by === 0) return;
    event.preventDefault();
    event.stopPropagation();
    this.moveWipe((this.wipe() ?? 0.5) + by);
  }

  private under(point: { x: number; y: number }): UnderPointer | null {
    const { x, y } = this.onSheet(point);
    const { width, height } = this.pixels();
    if (x < 0 || y < 0 || x >= width || y >= height) return null;
    const value = this.print.valueAt(x, y);
    const mm = { x: x / this.perMm(), y: y / this.perMm() };
    if (!value) return { ...mm, tone: null };
    const [r, g, b, alpha] = value;
    const stock = this.sheet().stock.colour;
    const on = (channel: number, at: number): number => (channel * alpha) / 255 + parseInt(stock.slice(at, at + 2), 16) * (1 - alpha / 255);
    const tone = (0.2126 * on(r, 1) + 0.7152 * on(g, 3) + 0.0722 * on(b, 5)) / 255;
    return { ...mm, tone };
  }

  protected wheel(event: WheelEvent): void {
    event.preventDefault();
    const by = 2 ** (-event.deltaY / (event.deltaMode === 0 ? 260 : 6));
    this.place(zoomedAt(this.shown(), this.shown().zoom * by, this.pointOf(event), LEAST_ZOOM));
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
    if (!move) return;
    event.preventDefault();
    this.place(movedBy(this.shown(), ...move));
  }
}
