import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { MatMenuModule } from '@angular/material/menu';
import { Store } from '@ngrx/store';
import {
  emptySheet,
  INKS,
  LEAST_POSTER_PPI,
  MM_PER_INCH,
  PAPER_SIZES,
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
import { Lengths } from '../ui/lengths';
import { ToneHistogram } from '../ui/tone-histogram';
import { SheetPreview } from './sheet-preview';

interface SizeChoice {
  readonly name: string;
  readonly size: Size;
  readonly use: string;
}

const RESOLUTIONS = [72, 100, 150, 200, 300, 400, 600] as const;
const PICTURE_PPI = 300;

/** A new sheet as a sentence to fill in, with ways to begin shown on the picture itself. */
@Component({
  selector: 'uv-new-sheet',
  imports: [MatMenuModule, SheetPreview, ToneHistogram],
  template: `
    <p class="sentence">
      A new sheet of <button type="button" class="word" [matMenuTriggerFor]="sizes">{{ size().name }}</button> at
      <button type="button" class="word" [matMenuTriggerFor]="resolutions">{{ ppi() }} ppi</button> on
      <button type="button" class="word" [matMenuTriggerFor]="stocks">{{ stock().name.toLowerCase() }}</button> by
      <button type="button" class="word" [matMenuTriggerFor]="processes">{{ process().name }}</button> in
      <button type="button" class="word" [matMenuTriggerFor]="inks">{{ ink().name.toLowerCase() }}</button>&ngsp;<button
        type="button"
        class="word"
        [matMenuTriggerFor]="grounds"
      >
        {{ ground() ? 'over ' + ground()!.name.toLowerCase() : 'on the bare stock' }}</button
      >, filled by <button type="button" class="word" [matMenuTriggerFor]="pictures">{{ picture().name }}</button>.
      <span class="facts">{{ facts() }}</span>
    </p>
    @if (warning(); as warning) {
      <p class="uv-warn" role="status">{{ warning }}</p>
    }
    @if (picture().note; as note) {
      <p class="uv-warn" role="status">{{ picture().name }}: {{ note }}</p>
    }
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
              <uv-sheet-preview [sheet]="start.sheet" [infos]="[picture()]" />
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

    <mat-menu #sizes>
      @for (each of sizeChoices(); track each.name) {
        <button mat-menu-item (click)="sizeName.set(each.name)">
          {{ each.name }}
          <small>{{ each.use }}</small>
        </button>
      }
    </mat-menu>
    <mat-menu #resolutions>
      @for (each of ppis; track each) {
        <button mat-menu-item (click)="ppi.set(each)">{{ each }} ppi</button>
      }
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

  protected readonly picture = computed(
    () => (this.assets().find((each) => each.sha256 === this.pictureHash()) ?? this.assets()[0]) as Asset,
  );

  /** Trade sizes turned as the picture lies, and the picture's own. */
  protected readonly sizeChoices = computed<SizeChoice[]>(() => {
    const { width, height, ppi } = this.picture();
    const own = ppi && ppi >= LEAST_POSTER_PPI ? ppi : PICTURE_PPI;
    const asPicture: Size = { width: (width * MM_PER_INCH) / own, height: (height * MM_PER_INCH) / own };
    const lies = width > height;
    const trade = PAPER_SIZES.map(({ name, width: w, height: h, use }) => ({
      name: lies && w !== h ? `${name}, landscape` : name,
      size: lies ? { width: h, height: w } : { width: w, height: h },
      use,
    }));
    return [{ name: 'the picture', size: asPicture, use: `${this.lengths.size(asPicture)}, as it is at ${own} ppi` }, ...trade];
  });
  protected readonly size = computed(() => {
    const name = this.sizeName();
    return (
      this.sizeChoices().find((each) => each.name === name || each.name === `${name}, landscape` || `${each.name}, landscape` === name) ??
      (this.sizeChoices()[1] as SizeChoice)
    );
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
    const { sha256, name, width, height } = this.picture();
    const picture = { sha256, name: name.replace(/\.[a-z]+$/i, ''), size: { width, height } };
    return STARTING_POINTS.map((point) => ({ point, sheet: startedSheet(this.order(), picture, point) }));
  });

  protected readonly facts = computed(() => {
    const { size } = this.size();
    const { width, height } = trueScale(size, this.ppi());
    const given = Math.round((this.picture().width * MM_PER_INCH) / placed(size, this.picture(), 'fill').width);
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
      if (!sheet) return;
      const version = this.engine.open(sheet, [this.picture()]);
      this.engine
        .ask({ kind: 'reading', version, pass: 'picture', step: 'levels' }, stop.signal)
        .then((tones) => this.tones.set(tones))
        .catch((error: unknown) => {
          if (!(error instanceof TaskCancelled)) this.tones.set(null);
        });
    });
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
