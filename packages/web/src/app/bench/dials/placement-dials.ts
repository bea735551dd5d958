import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { Store } from '@ngrx/store';
import {
  choice,
  ownSize,
  placed,
  SURFACE_PIECE,
  wholeSheet,
  type AnyDial,
  type Beyond,
  type Pass,
  type Placement,
  type Sheet,
  type Size,
} from '@uvrant/core';
import { jobsFeature } from '../../state/jobs';
import type { Asset } from '@uvrant/contract';
import { Figure } from '../../ui/figure';
import { Lengths } from '../../ui/lengths';
import { Tick } from '../../ui/tick';
import { ChoiceField } from './fields/choice-field';
import { Editing } from '../editing';

const BEYOND = choice({ title: 'Beyond the edge', options: ['nothing', 'hold', 'repeat', 'mirror'], default: 'nothing' });
/** Pixels an inch below which a picture's fine tones look soft. Common practice. */
const SOFT_PPI = 100;

/** Where a pass lies: figures in mm or inches and degrees, ways to fit, and what lies beyond its edge. */
@Component({
  selector: 'uv-placement-dials',
  imports: [ChoiceField, Figure, MatIcon, Tick],
  template: `
    <div class="block">
      <div class="top">
        <b>Place and size</b>
        <span class="more">keep proportions</span>
        <uv-tick [on]="keeps()" label="Keep proportions" (toggled)="keeps.set($event)" />
      </div>
      <div class="pairs">
        <b>Left</b>
        <uv-figure
          [value]="lengths.shown(left())"
          [digits]="digits()"
          [unit]="lengths.unit()"
          [step]="step()"
          [width]="50"
          label="Left"
          (changed)="setLeft($event)"
        />
        <span>{{ lengths.unit() }}</span>
        <b>Top</b>
        <uv-figure
          [value]="lengths.shown(top())"
          [digits]="digits()"
          [unit]="lengths.unit()"
          [step]="step()"
          [width]="50"
          label="Top"
          (changed)="setTop($event)"
        />
        <span>{{ lengths.unit() }}</span>
        <b>Width</b>
        <uv-figure
          [value]="lengths.shown(at().width)"
          [digits]="digits()"
          [unit]="lengths.unit()"
          [step]="step()"
          [width]="50"
          label="Placed width"
          (changed)="setSize({ width: lengths.toMm($event) })"
        />
        <span>{{ lengths.unit() }}</span>
        <b>Height</b>
        <uv-figure
          [value]="lengths.shown(at().height)"
          [digits]="digits()"
          [unit]="lengths.unit()"
          [step]="step()"
          [width]="50"
          label="Placed height"
          (changed)="setSize({ height: lengths.toMm($event) })"
        />
        <span>{{ lengths.unit() }}</span>
        <b>Turn</b>
        <uv-figure [value]="at().turn" [digits]="2" unit="°" [width]="50" label="Turn" (changed)="set({ turn: wrapped($event) })" />
        <span>°</span>
      </div>
      <div class="buttons">
        <button type="button" [attr.aria-pressed]="at().flipX" (click)="set({ flipX: !at().flipX })">
          <mat-icon svgIcon="flip-across" />Flip across
        </button>
        <button type="button" [attr.aria-pressed]="at().flipY" (click)="set({ flipY: !at().flipY })">
          <mat-icon svgIcon="flip-down" />Flip over
        </button>
        @if (natural()) {
          <button type="button" (click)="fit('fill')">Fill the sheet</button>
          <button type="button" (click)="fit('whole')">Whole on it</button>
        } @else {
          <button type="button" (click)="toSheet()">Fit the sheet</button>
        }
        @if (asset()?.ppi; as ppi) {
          <button type="button" (click)="ownPpi()">At its own {{ ppi }} ppi</button>
        }
        @if (natural()) {
          <button type="button" (click)="arrived()">As it arrived</button>
        }
      </div>
    </div>
    @if (asset(); as asset) {
      <div class="note">
        {{ asset.width }} × {{ asset.height }} px, {{ asset.depth }} bit: <b>{{ effectivePpi() }} ppi</b> at this size.
        @if (effectivePpi() < softPpi) {
          <p class="uv-warn" role="status">
            Under {{ softPpi }} ppi fine tones will look soft. A screen up to {{ (effectivePpi() / 2).toFixed(0) }} lpi still suits it.
          </p>
        }
      </div>
    }
    @if (hasBeyond()) {
      <uv-choice-field [dial]="beyond" [value]="at().beyond" [change]="setBeyond" />
    }
  `,
  styleUrl: './pass-dials.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlacementDials {
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  private readonly editing = inject(Editing);
  private readonly store = inject(Store);
  private readonly assets = this.store.selectSignal(jobsFeature.selectPictures);
  private readonly sheets = this.store.selectSignal(jobsFeature.selectSheetsToOpen);
  protected readonly lengths = inject(Lengths);

  protected readonly beyond = BEYOND as unknown as Extract<AnyDial, { type: 'choice' }>;
  protected readonly softPpi = SOFT_PPI;
  protected readonly keeps = signal(true);
  protected readonly at = computed(() => this.pass().placement);
  protected readonly left = computed(() => this.at().x - this.at().width / 2);
  protected readonly top = computed(() => this.at().y - this.at().height / 2);
  protected readonly digits = computed(() => (this.lengths.unit() === 'in' ? 3 : 2));
  protected readonly step = computed(() => (this.lengths.unit() === 'in' ? 0.05 : 1));

  protected readonly asset = computed<Asset | null>(() => {
    const { source } = this.pass();
    return source.kind === 'picture' ? (this.assets().find((each) => each.sha256 === source.picture.sha256) ?? null) : null;
  });
  /** The proportions that it came with; null for what takes any. */
  protected readonly natural = computed<Size | null>(() => {
    const { source } = this.pass();
    if (source.kind === 'sheet') return this.sheets().find((each) => each.id === source.sheet.id)?.document.size ?? null;
    if (source.kind === 'surface') return SURFACE_PIECE;
    return this.asset() ?? this.piece();
  });
  protected readonly effectivePpi = computed(() => Math.round(((this.asset()?.width ?? 0) * 25.4) / this.at().width));
  /** Only what fills its box with something that can go on has anything beyond its edge. */
  protected readonly hasBeyond = computed(() => ['picture', 'flat', 'ramp', 'surface'].includes(this.pass().source.kind));

  /** The proportions of what is shown in the pass's place, where it has some. */
  readonly piece = input<Size | null>(null);
  /** Puts it elsewhere: the pass itself, or what is shown in its place. */
  readonly put = input<((change: (placement: Placement) => Placement) => void) | null>(null);

  protected set(change: Partial<Placement>): void {
    const put = this.put();
    if (put) return put((placement) => ({ ...placement, fit: 'free', ...change }));
    this.editing.pass(this.pass().id, (pass) => ({ ...pass, placement: { ...pass.placement, fit: 'free', ...change } }));
  }

  protected setLeft(shown: number): void {
    this.set({ x: this.lengths.toMm(shown) + this.at().width / 2 });
  }

  protected setTop(shown: number): void {
    this.set({ y: this.lengths.toMm(shown) + this.at().height / 2 });
  }

  /** The left top corner stays where it is. */
  protected setSize({ width, height }: Partial<Size>): void {
    const at = this.at();
    const by = width !== undefined ? width / at.width : (height ?? at.height) / at.height;
    const size = this.keeps()
      ? { width: at.width * by, height: at.height * by }
      : { width: width ?? at.width, height: height ?? at.height };
    if (!(size.width > 0 && size.height > 0 && size.width <= 5000 && size.height <= 5000)) return;
    this.set({ ...size, x: this.left() + size.width / 2, y: this.top() + size.height / 2 });
  }

  protected wrapped(turn: number): number {
    return ((((turn + 180) % 360) + 360) % 360) - 180;
  }

  protected fit(fit: 'fill' | 'whole'): void {
    const natural = this.natural();
    if (natural) this.set(placed(this.sheet().size, natural, fit, this.at().beyond));
  }

  protected arrived(): void {
    const natural = this.natural();
    if (natural) this.set(placed(this.sheet().size, natural, this.asset() ? 'fill' : 'whole'));
  }

  protected ownPpi(): void {
    const asset = this.asset();
    if (asset?.ppi) this.set({ ...ownSize(this.sheet().size, asset, asset.ppi), x: this.at().x, y: this.at().y });
  }

  protected toSheet(): void {
    this.set(wholeSheet(this.sheet().size));
  }

  protected readonly setBeyond = (beyond: unknown): void => this.set({ beyond: beyond as Beyond, fit: this.at().fit });
}
