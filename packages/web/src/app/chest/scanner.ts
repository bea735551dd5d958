import type { ElementRef } from '@angular/core';
import { ChangeDetectionStrategy, Component, DestroyRef, computed, effect, inject, input, signal, viewChild } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Store } from '@ngrx/store';
import { pixelsOf } from '@uvrant/core';
import { Api, messageOf } from '../api/api';
import { ChestActions, chestFeature } from '../state/chest';
import type { GlassLook } from '@uvrant/contract';
import { Drag, type Dragged } from '../ui/drag';
import { Figure } from '../ui/figure';
import { Select } from '../ui/select';
import { Tick } from '../ui/tick';

interface Area {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const PPIS = [75, 150, 300, 600, 1200] as const;
const LEAST_AREA = 5;
/** How wide the glass is drawn. */
const GLASS_PX = 190;

/** The scanner: what lies on its glass, a quick look at it, the area, and the scan into the chest. */
@Component({
  selector: 'uv-scanner',
  imports: [Drag, Figure, MatProgressBarModule, Select, Tick],
  template: `
    @if (device(); as device) {
      <div class="row">
        <b>{{ device.name }}</b>
        <uv-select [options]="things()" [value]="thing()" label="What lies on the glass" (chosen)="thing.set($event)" />
      </div>
      <p class="note">{{ note() }}</p>
      <div class="bed">
        <div
          class="glass"
          role="application"
          tabindex="0"
          aria-label="The glass: drag to choose the area that is scanned"
          [style.width.px]="glassPx"
          [style.height.px]="glassPx * (device.glass.height / device.glass.width)"
          (uvDrag)="drag($event)"
          (dblclick)="area.set(null)"
          #glass
        >
          @if (preview(); as url) {
            <img [src]="url" alt="What lies on the glass" draggable="false" />
          }
          @if (isLooking()) {
            <span class="wait" role="status">looking…</span>
          }
          <span
            class="area"
            [style.left.px]="chosen().x * perMm()"
            [style.top.px]="chosen().y * perMm()"
            [style.width.px]="chosen().width * perMm()"
            [style.height.px]="chosen().height * perMm()"
          ></span>
        </div>
        <div class="dials">
          <span>
            Seed
            <uv-figure [value]="seed()" [width]="44" label="Seed" (changed)="seed.set(whole($event))" />
          </span>
          <button type="button" class="link" (click)="seed.set(whole(seed() + 1))">another piece</button>
          <span>
            Exposure
            <uv-figure
              [value]="exposure()"
              [digits]="1"
              [step]="0.1"
              [width]="36"
              label="Exposure in stops"
              (changed)="exposure.set(bound($event, -3, 3))"
            />
            stops
          </span>
          <div class="tick">
            <uv-tick [on]="colour()" label="In colour" (toggled)="colour.set($event)" />
            in colour
          </div>
          <div class="tick">
            <uv-tick [on]="tiles()" label="Tiles" (toggled)="tiles.set($event)" />
            tiles
          </div>
          <div class="tick">
            <uv-select class="ppi" [options]="resolutions" [value]="ppi()" label="Resolution" (chosen)="ppi.set($event)" />
            ppi
          </div>
          <p class="note">{{ size() }}</p>
          @if (area()) {
            <button type="button" class="link" (click)="area.set(null)">the whole glass</button>
          }
        </div>
      </div>
      @for (scan of scans(); track scan.id) {
        <div class="going" role="status">
          <span>
            {{ $first ? 'Scanning' : 'Waiting' }}
            <b>{{ scan.name }}</b>
            {{ $first ? percent(scan.share) + ' %' : '' }}
          </span>
          <button type="button" class="link" [attr.aria-label]="'Cancel ' + scan.name" (click)="callOff(scan.id)">Cancel</button>
          @if ($first) {
            <mat-progress-bar mode="determinate" [value]="percent(scan.share)" aria-label="Scan" />
          }
        </div>
      }
      <button type="button" class="uv-button" (click)="start()">
        {{ scans().length > 0 ? 'Scan after those' : 'Scan into the chest' }}
      </button>
      @if (problem(); as problem) {
        <p class="uv-warn" role="alert">{{ problem }}</p>
      }
    } @else {
      <p class="note">No scanner answers.</p>
    }
  `,
  styleUrl: './scanner.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ScannerBed {
  readonly jobId = input.required<string>();
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly devices = this.store.selectSignal(chestFeature.selectDevices);
  protected readonly scans = this.store.selectSignal(chestFeature.selectScans);

  protected readonly resolutions = PPIS.map((value: number) => ({ value, words: String(value) }));
  protected readonly glassPx = GLASS_PX;
  protected readonly thing = signal('crumpled copy paper');
  protected readonly seed = signal(1);
  protected readonly exposure = signal(0);
  protected readonly colour = signal(false);
  protected readonly tiles = signal(false);
  protected readonly ppi = signal(300);
  /** The area that was dragged on the glass, mm; null is the whole glass. */
  protected readonly area = signal<Area | null>(null);
  protected readonly preview = signal<string | null>(null);
  protected readonly isLooking = signal(false);
  protected readonly problem = signal<string | null>(null);
  private readonly glass = viewChild.required<ElementRef<HTMLElement>>('glass');

  protected readonly device = computed(() => this.devices()[0] ?? null);
  protected readonly things = computed(() => (this.device()?.things ?? []).map(({ name, title }) => ({ value: name, words: title })));
  protected readonly perMm = computed(() => GLASS_PX / (this.device()?.glass.width ?? 1));
  protected readonly note = computed(() => this.device()?.things.find(({ name }) => name === this.thing())?.note ?? '');
  protected readonly chosen = computed<Area>(() => {
    const whole = { x: 0, y: 0, ...(this.device()?.glass ?? { width: 1, height: 1 }) };
    const area = this.area() ?? whole;
    const side = Math.min(area.width, area.height);
    return this.tiles() ? { ...area, width: side, height: side } : area;
  });
  protected readonly size = computed(() => {
    const { width, height } = this.chosen();
    return `${pixelsOf(width, this.ppi())} × ${pixelsOf(height, this.ppi())} px`;
  });
  private readonly look = computed<GlassLook>(() => ({
    glass: { surface: this.thing(), seed: this.seed(), tiles: false },
    colour: this.colour(),
    exposure: this.exposure(),
  }));

  constructor() {
    effect((onCleanup) => {
      const [device, look] = [this.device(), this.look()];
      if (!device) return;
      const timer = setTimeout(() => {
        this.isLooking.set(true);
        const asked = this.api.preview(device.id, look).subscribe({
          next: (png) => this.show(URL.createObjectURL(png)),
          error: (error: unknown) => {
            this.isLooking.set(false);
            this.problem.set(messageOf(error));
          },
        });
        onCleanup(() => asked.unsubscribe());
      }, 150);
      onCleanup(() => clearTimeout(timer));
    });
    inject(DestroyRef).onDestroy(() => this.show(null));
  }

  private show(url: string | null): void {
    const old = this.preview();
    this.preview.set(url);
    this.isLooking.set(false);
    if (url) this.problem.set(null);
    if (old) URL.revokeObjectURL(old);
  }

  protected whole(value: number): number {
    return Math.max(0, Math.min(999_999, Math.round(value)));
  }

  protected bound(value: number, least: number, most: number): number {
    return Math.max(least, Math.min(most, value));
  }

  protected percent(share: number): number {
    return Math.round(100 * share);
  }

  /** A place of the window on the glass, mm. */
  private at({ x, y }: { readonly x: number; readonly y: number }): { x: number; y: number } {
    const box = this.glass().nativeElement.getBoundingClientRect();
    const { width, height } = this.device()?.glass ?? { width: 1, height: 1 };
    return { x: this.bound((x - box.left) / this.perMm(), 0, width), y: this.bound((y - box.top) / this.perMm(), 0, height) };
  }

  protected drag(moment: Dragged): void {
    if (moment.isClick) return;
    const [from, to] = [this.at(moment.from), this.at(moment)];
    const area = {
      x: Math.min(from.x, to.x),
      y: Math.min(from.y, to.y),
      width: Math.abs(to.x - from.x),
      height: Math.abs(to.y - from.y),
    };
    if (area.width >= LEAST_AREA && area.height >= LEAST_AREA) this.area.set(area);
  }

  protected start(): void {
    const device = this.device();
    if (!device) return;
    const look = this.look();
    const title = device.things.find(({ name }) => name === this.thing())?.title ?? 'Scan';
    const order = {
      ...look,
      glass: { ...look.glass, tiles: this.tiles() },
      scan: crypto.randomUUID(),
      device: device.id,
      name: `${title} ${this.seed()}`,
      ppi: this.ppi(),
      area: this.chosen(),
    };
    this.problem.set(null);
    this.store.dispatch(ChestActions.scanWanted({ jobId: this.jobId(), order }));
  }

  protected callOff(scan: string): void {
    this.store.dispatch(ChestActions.scanCalledOff({ scan }));
  }
}
