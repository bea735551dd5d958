import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  anotherOf,
  choice,
  INKS,
  LEAST_POSTER_PPI,
  placed,
  POSTER_SIDE,
  STOCKS,
  trueScale,
  wholeSheet,
  type AnyDial,
  type Edges,
  type Ink,
  type Pass,
  type Sheet,
  type Size,
} from '@uvrant/core';
import { benchFeature } from '../../state/bench';
import { JobActions, jobsFeature } from '../../state/jobs';
import { ActionMenu } from '../../ui/action-menu';
import { ColourPicker } from '../../ui/colour-picker';
import { heldPpi, heldSize, tradeName, tradeSizes, turned } from '../../ui/sheet-sizes';
import { Toggles } from '../../ui/toggles';
import { Figure } from '../../ui/figure';
import { Lengths } from '../../ui/lengths';
import { NameEntry } from '../../ui/name-entry';
import { ChoiceField } from './fields/choice-field';
import { Editing } from '../editing';

const EDGES = choice({ title: 'Edges', options: ['smooth', 'hard', 'screened'], default: 'hard' });

/** The sheet's head: its size, resolution, edges, stock and inks. */
@Component({
  selector: 'uv-sheet-dials',
  imports: [ActionMenu, ColourPicker, Figure, ChoiceField, NameEntry, Toggles],
  template: `
    <header>
      <h2><uv-name-entry [value]="sheet().name" label="Name of the sheet" (renamed)="edit({ name: $event })" /></h2>
      <p>{{ pixels().width }} × {{ pixels().height }} px. What the sheet is, before anything prints on it.</p>
      <div class="doing" role="group" aria-label="This sheet">
        <button type="button" (click)="duplicate()">Duplicate the sheet</button>
      </div>
    </header>
    <div class="block">
      <div class="pair">
        <b>Size</b>
        <uv-action-menu [actions]="sizes()" [words]="sizeName()" [label]="'Size: ' + sizeName() + '; another'" (chosen)="resize($event)" />
        @if (sheet().size.width !== sheet().size.height) {
          <button type="button" class="uv-link" (click)="turn()">{{ isLandscape() ? 'Make it portrait' : 'Make it landscape' }}</button>
        }
      </div>
      <div class="pair">
        <b>Width</b>
        <uv-figure
          [value]="lengths.shown(sheet().size.width)"
          [digits]="digits()"
          [unit]="lengths.unit()"
          label="Width"
          (changed)="resize({ width: lengths.toMm($event), height: sheet().size.height })"
        />
        <span>{{ lengths.unit() }}</span>
      </div>
      <div class="pair">
        <b>Height</b>
        <uv-figure
          [value]="lengths.shown(sheet().size.height)"
          [digits]="digits()"
          [unit]="lengths.unit()"
          label="Height"
          (changed)="resize({ width: sheet().size.width, height: lengths.toMm($event) })"
        />
        <span>{{ lengths.unit() }}</span>
      </div>
      <div class="pair">
        <b>Resolution</b>
        <uv-figure [value]="sheet().ppi" [step]="25" label="Resolution" unit="ppi" (changed)="setPpi($event)" />
        <span>ppi</span>
      </div>
      <p class="more">Every size is kept in mm: dots stay as large on paper at any resolution.</p>
      @if (coarse()) {
        <p class="uv-warn" role="status">
          {{ sheet().ppi }} ppi is coarse for a poster: edges of dots will show their pixels. 150 ppi or more would do; 300 is usual.
        </p>
      }
    </div>
    <uv-choice-field [dial]="edgesDial" [value]="sheet().edges" [change]="setEdges" />
    <p class="note">{{ edgesSaid[sheet().edges] }}</p>
    <div class="block">
      <b>Stock</b>
      <uv-toggles wraps [options]="stocks" [value]="stock()" label="Stock" (chosen)="edit({ stock: $event })" />
      <div class="pair">
        <b>Another colour</b>
        <uv-colour-picker
          label="A stock of another colour"
          [colour]="sheet().stock.colour"
          (held)="edit({ stock: { name: 'Own', colour: $event } }, 'stock')"
          (taken)="edit({ stock: { name: 'Own', colour: $event } }, 'stock')"
        />
      </div>
      <p class="more">Shown beneath the print, never sent with it.</p>
    </div>
    <div class="block">
      <b>Inks</b>
      @for (ink of sheet().inks; track ink.id) {
        <div class="pair ink">
          <uv-colour-picker
            bare
            [label]="'Colour of ' + ink.name"
            [colour]="ink.colour"
            (held)="setInk(ink, { colour: $event }, 'ink ' + ink.id)"
            (taken)="setInk(ink, { colour: $event }, 'ink ' + ink.id)"
          />
          <uv-name-entry
            class="ink-name"
            [value]="ink.name"
            [label]="'Name of ' + ink.name"
            [longest]="60"
            (renamed)="setInk(ink, { name: $event })"
          />
          <button type="button" [attr.aria-label]="'Take ' + ink.name + ' off the sheet'" [disabled]="used(ink)" (click)="removeInk(ink)">
            remove
          </button>
        </div>
      }
      <div class="uv-choices" role="group" aria-label="Add an ink">
        @for (ink of otherInks(); track ink.id) {
          <button type="button" (click)="edit({ inks: [...sheet().inks, ink] })">
            <span class="uv-swatch" [style.background]="ink.colour"></span>
            {{ ink.name }}
          </button>
        }
      </div>
    </div>
  `,
  styleUrl: './panel.scss',
  styles: `
    :host {
      border-left: 0;
    }
    .ink-name {
      flex: 1;
      min-width: 0;
    }
    .block,
    .note {
      padding: 7px 12px;
      border-bottom: var(--line);
    }
    .note,
    .more {
      color: var(--soft);
      font-size: 0.6875rem;
    }
    b {
      font-weight: 560;
    }
    .pair {
      display: flex;
      align-items: baseline;
      gap: 4px;
      padding: 2px 0;
      > b {
        margin-right: auto;
      }
      > span {
        width: 26px;
        color: var(--soft);
      }
    }
    .ink {
      align-items: center;
      .ink-name {
        flex: 1;
        min-width: 0;
      }
      button {
        color: var(--cobalt);
        font-size: 0.6875rem;
      }
    }
    .uv-warn {
      margin-top: 6px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SheetDials {
  readonly sheet = input.required<Sheet>();
  private readonly editing = inject(Editing);
  private readonly store = inject(Store);
  private readonly assets = this.store.selectSignal(jobsFeature.selectPictures);
  private readonly jobId = this.store.selectSignal(benchFeature.selectJobId);
  protected readonly lengths = inject(Lengths);
  protected readonly stocks = STOCKS.map((stock) => ({ value: stock, words: stock.name, colour: stock.colour }));
  protected readonly stock = computed(() => STOCKS.find(({ name }) => name === this.sheet().stock.name) ?? null);
  protected readonly edgesSaid = {
    smooth: 'Edges are softened over a pixel.',
    hard: 'Every pixel prints all or nothing.',
    screened: 'Every pixel prints all or nothing; what is soft becomes dots.',
  };
  protected readonly edgesDial = EDGES as unknown as Extract<AnyDial, { type: 'choice' }>;

  protected readonly pixels = computed(() => trueScale(this.sheet().size, this.sheet().ppi));
  protected readonly digits = computed(() => (this.lengths.unit() === 'in' ? 2 : 1));
  protected readonly coarse = computed(() => {
    const { size, ppi } = this.sheet();
    return ppi < LEAST_POSTER_PPI && Math.min(size.width, size.height) >= POSTER_SIDE;
  });
  protected readonly otherInks = computed(() => INKS.filter((ink) => !this.sheet().inks.some((each) => each.id === ink.id)));

  protected readonly isLandscape = computed(() => this.sheet().size.width > this.sheet().size.height);
  protected readonly sizeName = computed(() => tradeName(this.sheet().size) ?? 'its own');
  /** The sizes of the trade, turned as the sheet is. */
  protected readonly sizes = computed(() =>
    tradeSizes(this.isLandscape()).map(({ name, size, use }) => ({ value: size, words: name, note: use })),
  );

  protected turn(): void {
    this.resize(turned(this.sheet().size));
  }

  protected duplicate(): void {
    const jobId = this.jobId();
    if (jobId !== null) this.store.dispatch(JobActions.sheetWanted({ jobId, document: anotherOf(this.sheet()) }));
  }

  protected edit(change: Partial<Sheet>, gesture: string | null = null): void {
    this.editing.sheet((sheet) => ({ ...sheet, ...change }), gesture);
  }

  protected setPpi(ppi: number): void {
    this.edit({ ppi: heldPpi(ppi) });
  }

  protected readonly setEdges = (edges: unknown): void => this.edit({ edges: edges as Edges });

  /** Another size: what filled the sheet, or lay whole on it, does so again. */
  protected resize(wanted: Size): void {
    const size = heldSize(wanted);
    const replaced = (pass: Pass): Pass => {
      const placedAgain = this.replaced(pass, size);
      const { source } = placedAgain;
      return source.kind === 'group' ? { ...placedAgain, source: { ...source, passes: source.passes.map(replaced) } } : placedAgain;
    };
    this.editing.sheet((sheet) => ({ ...sheet, size, passes: sheet.passes.map(replaced) }));
  }

  private replaced(pass: Pass, size: Size): Pass {
    const { source, placement } = pass;
    if (placement.fit === 'free') return pass;
    if (source.kind !== 'picture') return { ...pass, placement: wholeSheet(size) };
    const asset = this.assets().find((each) => each.sha256 === source.picture.sha256);
    if (!asset) return pass;
    return { ...pass, placement: placed(size, asset, placement.fit, placement.beyond) };
  }

  protected setInk(ink: Ink, change: Partial<Ink>, gesture: string | null = null): void {
    this.editing.sheet(
      (sheet) => ({ ...sheet, inks: sheet.inks.map((each) => (each.id === ink.id ? { ...each, ...change } : each)) }),
      gesture,
    );
  }

  /** True where a pass names the ink, or takes it as the sheet's first. */
  protected used(ink: Ink): boolean {
    const { passes, inks } = this.sheet();
    return inks[0]?.id === ink.id || JSON.stringify(passes).includes(JSON.stringify({ ink: ink.id }));
  }

  protected removeInk(ink: Ink): void {
    this.editing.sheet((sheet) => ({ ...sheet, inks: sheet.inks.filter((each) => each.id !== ink.id) }));
  }
}
