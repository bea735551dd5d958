import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { MatMenuModule } from '@angular/material/menu';
import { MatTooltip } from '@angular/material/tooltip';
import { Store } from '@ngrx/store';
import {
  emptySheet,
  INKS,
  LEAST_POSTER_PPI,
  MM_PER_INCH,
  placed,
  POSTER_SIDE,
  PROCESSES,
  STARTING_POINTS,
  startedSheet,
  STOCKS,
  trueScale,
  type Ink,
  type Sheet,
  type SheetOrder,
  type Size,
} from '@uvrant/core';
import { Engine, TaskCancelled } from '../engine/engine';
import type { StepReading } from '../engine/protocol';
import { percent } from '../bench/words';
import { JobActions } from '../state/jobs';
import type { Asset } from '@uvrant/contract';
import { Figure } from '../ui/figure';
import { Lengths } from '../ui/lengths';
import { ToneHistogram } from '../ui/tone-histogram';
import { heldPpi, heldSize, tradeSizes, turned, type TradeSize } from '../ui/sheet-sizes';
import { SheetPreview } from './sheet-preview';

const RESOLUTIONS = [72, 100, 150, 200, 300, 400, 600] as const;
const PICTURE_PPI = 300;
/** The name of the size that is typed. */
const OWN = 'its own';
const PICTURE_SIZE = 'the picture';

/** A new sheet as a sentence to fill in, with ways to begin shown on the picture itself; without a picture, an empty one. */
@Component({
  selector: 'uv-new-sheet',
  imports: [Figure, MatMenuModule, MatTooltip, SheetPreview, ToneHistogram],
  template: `
    <p class="sentence">
      A new sheet of
      @if (isOwn()) {
        <span class="own">
          <uv-figure
            [value]="lengths.shown(own().width)"
            [digits]="digits()"
            [unit]="lengths.unit()"
            [width]="76"
            label="Width of the sheet"
            (changed)="setOwn({ width: lengths.toMm($event), height: own().height })"
          />
          ×
          <uv-figure
            [value]="lengths.shown(own().height)"
            [digits]="digits()"
            [unit]="lengths.unit()"
            [width]="76"
            label="Height of the sheet"
            (changed)="setOwn({ width: own().width, height: lengths.toMm($event) })"
          />
          <button type="button" class="word" [matMenuTriggerFor]="sizes">{{ lengths.unit() }}</button>
        </span>
      } @else {
        <button type="button" class="word" [matMenuTriggerFor]="sizes">{{ size().name }}</button>
      }
      @if (canTurn()) {
        &ngsp;<button type="button" class="word" matTooltip="Turn it" (click)="turn()">
          {{ isLandscape() ? 'landscape' : 'portrait' }}
        </button>
      }
      at
      @if (isOwnPpi()) {
        <span class="own">
          <uv-figure [value]="ppi()" [step]="25" unit="ppi" [width]="68" label="Resolution of the sheet" (changed)="setPpi($event)" />
          <button type="button" class="word" [matMenuTriggerFor]="resolutions">ppi</button>
        </span>
      } @else {
        <button type="button" class="word" [matMenuTriggerFor]="resolutions">{{ ppi() }} ppi</button>
      }
      on
      <button type="button" class="word" [matMenuTriggerFor]="stocks">{{ stock().name.toLowerCase() }}</button> by
      <button type="button" class="word" [matMenuTriggerFor]="processes">{{ process().name }}</button> in
      <button type="button" class="word" [matMenuTriggerFor]="inks">{{ ink().name.toLowerCase() }}</button>&ngsp;<button
        type="button"
        class="word"
        [matMenuTriggerFor]="grounds"
      >
        {{ ground() ? 'over ' + ground()!.name.toLowerCase() : 'on the bare stock' }}
      </button>
      @if (picture(); as filled) {
        filled by
        <button type="button" class="word" [matMenuTriggerFor]="pictures">{{ filled.name }}</button>
      }
      <span class="facts">{{ facts() }}</span>
    </p>
    @if (warning(); as warning) {
      <p class="uv-warn" role="status">{{ warning }}</p>
    }
    @if (picture()?.note; as note) {
      <p class="uv-warn" role="status">{{ picture()?.name }}: {{ note }}</p>
    }
    @if (picture(); as filled) {
      <div class="below">
        <div>
          <h2>Start from</h2>
          <div class="points" role="radiogroup" aria-label="Start from">
            @for (start of starts(); track start.point.name) {
              <button
                type="button"
                role="radio"
                class="card"
                [attr.aria-checked]="start.point.name === chosen()"
                (click)="chosen.set(start.point.name)"
                (dblclick)="make()"
              >
                <uv-sheet-preview [sheet]="start.sheet" [infos]="[filled]" />
                <span>
                  <b>{{ start.point.name }}</b>
                  <i>{{ start.point.note }}</i>
                </span>
              </button>
            }
          </div>
        </div>
        <div class="reading">
          <h2>The picture</h2>
          <uv-tone-histogram class="chart" [bars]="bars()" />
          <dl class="uv-sums">
            @for (row of reading(); track row.name) {
              <dt>{{ row.name }}</dt>
              <dd>{{ row.share }}</dd>
            }
          </dl>
          <button type="button" class="uv-button main" (click)="make()">Make the sheet</button>
          <button type="button" class="empty" (click)="makeEmpty()">or begin with an empty sheet</button>
        </div>
      </div>
    } @else {
      <button type="button" class="uv-button main begin" (click)="makeEmpty()">Make an empty sheet</button>
    }

    <mat-menu #sizes>
      @for (each of sizeChoices(); track each.name) {
        <button mat-menu-item (click)="sizeName.set(each.name)">
          {{ each.name }}
          <small>{{ each.use }}</small>
        </button>
      }
      <button mat-menu-item (click)="beginOwn()">
        another size…
        <small>typed in {{ lengths.unit() }}, or in any unit</small>
      </button>
    </mat-menu>
    <mat-menu #resolutions>
      @for (each of ppis; track each) {
        <button mat-menu-item (click)="ppi.set(each); isOwnPpi.set(false)">{{ each }} ppi</button>
      }
      <button mat-menu-item (click)="isOwnPpi.set(true)">another…</button>
    </mat-menu>
    <mat-menu #stocks>
      @for (each of stockList; track each.name) {
        <button mat-menu-item (click)="stock.set(each)">
          <span class="uv-swatch" [style.background]="each.colour"></span>
          {{ each.name }}
        </button>
      }
    </mat-menu>
    <mat-menu #processes>
      @for (each of processList; track each.name) {
        <button mat-menu-item (click)="process.set(each)">
          {{ each.name }}
          <small>{{ each.edges }} edges</small>
        </button>
      }
    </mat-menu>
    <mat-menu #inks>
      @for (each of inkList; track each.id) {
        <button mat-menu-item (click)="ink.set(each)">
          <span class="uv-swatch" [style.background]="each.colour"></span>
          {{ each.name }}
        </button>
      }
    </mat-menu>
    <mat-menu #grounds>
      <button mat-menu-item (click)="ground.set(null)">on the bare stock</button>
      @for (each of inkList; track each.id) {
        <button mat-menu-item (click)="ground.set(each)">
          <span class="uv-swatch" [style.background]="each.colour"></span>
          over {{ each.name }}
        </button>
      }
    </mat-menu>
    <mat-menu #pictures>
      @for (each of assets(); track each.sha256) {
        <button mat-menu-item (click)="pictureHash.set(each.sha256)">
          {{ each.name }}
          <small>{{ each.width }} × {{ each.height }} px</small>
        </button>
      }
    </mat-menu>
  `,
  styleUrl: './new-sheet.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NewSheet {
  readonly jobId = input.required<string>();
  readonly assets = input.required<readonly Asset[]>();
  /** The picture that came in last: it is the one offered. */
  readonly latest = input.required<string | null>();
  readonly count = input.required<number>();

  private readonly store = inject(Store);
  private readonly engine = inject(Engine);
  protected readonly lengths = inject(Lengths);

  protected readonly ppis = RESOLUTIONS;
  protected readonly stockList = STOCKS;
  protected readonly inkList = INKS;
  protected readonly processList = PROCESSES;

  protected readonly pictureHash = signal<string | null>(null);
  protected readonly sizeName = signal('18 × 24 in');
  protected readonly ppi = signal<number>(300);
  protected readonly stock = signal(STOCKS[0] as (typeof STOCKS)[number]);
  protected readonly process = signal(PROCESSES[0] as (typeof PROCESSES)[number]);
  protected readonly ink = signal(INKS[0] as Ink);
  protected readonly ground = signal<Ink | null>(null);
  protected readonly chosen = signal('Fine dots');
  private readonly tones = signal<StepReading | null>(null);

  /** The picture that fills the sheet: the one asked for, else the job's latest photograph; null in a job without any. */
  protected readonly picture = computed<Asset | null>(() => {
    const assets = this.assets();
    const asked = assets.find((each) => each.sha256 === this.pictureHash());
    return asked ?? assets.find(({ drawer }) => drawer === 'picture') ?? assets[0] ?? null;
  });

  /** Which way the sheet lies where that was asked for; else it lies as the picture does. */
  private readonly wayTurned = signal<boolean | null>(null);
  protected readonly isOwnPpi = signal(false);
  protected readonly own = signal<Size>({ width: 457.2, height: 609.6 });
  protected readonly isOwn = computed(() => this.sizeName() === OWN);
  protected readonly digits = computed(() => (this.lengths.unit() === 'in' ? 2 : 1));
  protected readonly isLandscape = computed(() => {
    if (this.isOwn()) return this.own().width > this.own().height;
    const picture = this.picture();
    return this.wayTurned() ?? (picture !== null && picture.width > picture.height);
  });

  /** Trade sizes as the sheet is turned, and the picture's own. */
  protected readonly sizeChoices = computed<readonly TradeSize[]>(() => {
    const [picture, trade] = [this.picture(), tradeSizes(this.isLandscape())];
    if (!picture) return trade;
    const own = picture.ppi && picture.ppi >= LEAST_POSTER_PPI ? picture.ppi : PICTURE_PPI;
    const size: Size = { width: (picture.width * MM_PER_INCH) / own, height: (picture.height * MM_PER_INCH) / own };
    return [{ name: PICTURE_SIZE, size, use: `${this.lengths.size(size)}, as it is at ${own} ppi` }, ...trade];
  });
  protected readonly size = computed<TradeSize>(() => {
    if (this.isOwn()) return { name: OWN, size: this.own(), use: '' };
    const choices = this.sizeChoices();
    return choices.find(({ name }) => name === this.sizeName()) ?? (choices.find(({ name }) => name !== PICTURE_SIZE) as TradeSize);
  });
  protected readonly canTurn = computed(() => {
    const { name, size } = this.size();
    return name !== PICTURE_SIZE && size.width !== size.height;
  });

  private readonly order = computed<SheetOrder>(() => ({
    name: this.count() === 0 ? 'Sheet' : `Sheet ${this.count() + 1}`,
    size: this.size().size,
    ppi: this.ppi(),
    edges: this.process().edges,
    stock: this.stock(),
    ink: this.ink(),
    ground: this.ground(),
  }));

  protected readonly starts = computed(() => {
    const filled = this.picture();
    if (!filled) return [];
    const { sha256, name, width, height } = filled;
    const picture = { sha256, name: name.replace(/\.[a-z]+$/i, ''), size: { width, height } };
    return STARTING_POINTS.map((point) => ({ point, sheet: startedSheet(this.order(), picture, point) }));
  });

  protected readonly facts = computed(() => {
    const { size } = this.size();
    const { width, height } = trueScale(size, this.ppi());
    const picture = this.picture();
    if (!picture) return `${width} × ${height} px.`;
    const given = Math.round((picture.width * MM_PER_INCH) / placed(size, picture, 'fill').width);
    return `${width} × ${height} px. The picture gives ${given} ppi at this size: enough for screens up to ${Math.floor(given / 2)} lpi.`;
  });

  protected readonly warning = computed(() => {
    const { size } = this.size();
    return this.ppi() < LEAST_POSTER_PPI && Math.min(size.width, size.height) >= POSTER_SIDE
      ? `${this.ppi()} ppi is coarse for a poster; 150 ppi or more would do, 300 is usual.`
      : null;
  });

  protected readonly bars = computed(() => this.tones()?.histogram ?? []);
  protected readonly reading = computed(() => {
    const into = this.tones()?.into;
    const shown = (share: number | undefined): string => (share === undefined ? '…' : percent(share, share < 0.1 ? 1 : 0));
    return [
      { name: 'White', share: shown(into?.white) },
      { name: 'Grey', share: shown(into?.grey) },
      { name: 'Black', share: shown(into?.black) },
      { name: 'Blown, loses its dots', share: shown(into?.blown) },
    ];
  });

  constructor() {
    effect(() => {
      const latest = this.latest();
      if (latest) this.pictureHash.set(latest);
    });
    effect((onCleanup) => {
      const stop = new AbortController();
      onCleanup(() => stop.abort());
      const sheet: Sheet | undefined = this.starts().find(({ point }) => point.screen)?.sheet;
      const picture = this.picture();
      if (!sheet || !picture) return;
      const version = this.engine.open(sheet, [picture]);
      this.engine
        .ask({ kind: 'reading', version, pass: 'picture', step: 'levels' }, stop.signal)
        .then((tones) => this.tones.set(tones))
        .catch((error: unknown) => {
          if (!(error instanceof TaskCancelled)) this.tones.set(null);
        });
    });
  }

  protected beginOwn(): void {
    this.own.set(this.size().size);
    this.sizeName.set(OWN);
  }

  protected setOwn(size: Size): void {
    this.own.set(heldSize(size));
  }

  protected turn(): void {
    if (this.isOwn()) this.own.update(turned);
    else this.wayTurned.set(!this.isLandscape());
  }

  protected setPpi(ppi: number): void {
    this.ppi.set(heldPpi(ppi));
  }

  protected make(): void {
    const start = this.starts().find(({ point }) => point.name === this.chosen());
    if (start) this.store.dispatch(JobActions.sheetWanted({ jobId: this.jobId(), document: start.sheet }));
  }

  /** The sheet of the sentence with nothing on it yet. */
  protected makeEmpty(): void {
    this.store.dispatch(JobActions.sheetWanted({ jobId: this.jobId(), document: emptySheet(this.order()) }));
  }
}
