import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  easeFor,
  findPass,
  MOST_SEED,
  outlinedLettering,
  share,
  SURFACES,
  SURFACE_PIECE,
  wearLies,
  wearName,
  wearPut,
  WEAR_DIALS,
  WEAR_SHARES,
  type Anchor,
  type Pass,
  type Placement,
  type Sheet,
  type Spot,
  type Taken,
  type TextureWear,
  type WornLetter,
} from '@uvrant/core';
import { jobsFeature } from '../../state/jobs';
import { Figure } from '../../ui/figure';
import { NameEntry } from '../../ui/name-entry';
import { Select } from '../../ui/select';
import { Toggles } from '../../ui/toggles';
import { Adding, guardedWear } from '../adding/adding';
import { dialLines } from '../dials/dial-lines';
import { RangedField } from '../dials/fields/ranged-field';
import { Attachments, textureSource } from '../attached/attachments';
import { MaskList } from '../masks/mask-list';
import { PlacementDials } from '../dials/placement-dials';
import { Rendering } from '../view/rendering';
import { percent } from '../words';
import { WearHead } from './wear-head';

const SHARE = share({ title: 'Share of the texture', min: 0, max: 0.95, default: 0.12, more: 'more ink is taken' });
const MOST_LOST = 0.1;

/** What a type pass loses: of its ink, or of its outline. */
interface Loss {
  readonly pass: Pass;
  readonly lost: number;
  readonly isOutline: boolean;
  readonly words: string;
  /** The letter that loses most. */
  readonly worstWords: string;
  readonly most: number;
  readonly ease: number;
}

/** The dials of the open wear: how much it takes, what it took, what lettering lost, where its texture lies. */
@Component({
  selector: 'uv-wear-dials',
  imports: [NgComponentOutlet, Figure, MaskList, NameEntry, PlacementDials, RangedField, Select, Toggles, WearHead],
  template: `
    <uv-wear-head [wear]="wear()" [pass]="pass()">
      <uv-name-entry [value]="wear().name" label="Name of the wear" (renamed)="rename($event)" />
    </uv-wear-head>
    <div class="block">
      <div class="top">
        <b>How much</b>
        <uv-toggles [options]="amounts" [value]="amount()" label="How much it takes" (chosen)="solveInk($event)" />
      </div>
      <p class="more">Light takes 5 % of the ink there, medium 12 %, heavy 28 %.</p>
    </div>
    <uv-ranged-field [dial]="shareDial" [value]="wear().share" [change]="setShare" />
    <div class="block">
      <div class="top">
        <b>Solve the ink taken to</b>
        <uv-figure [value]="wanted()" unit="%" [digits]="1" [width]="46" label="Ink to be taken, percent" (changed)="wanted.set($event)" />
        <span class="unit">%</span>
        <button type="button" class="choose" [disabled]="isSolving()" (click)="solveInk()">
          {{ isSolving() ? 'Solving…' : 'Solve' }}
        </button>
      </div>
      <p class="more">The cut stays as it is while the texture is moved, turned or scaled; what is really taken is read above.</p>
    </div>
    @if (losses().length > 0) {
      <div class="block">
        <b>Lettering</b>
        @for (each of losses(); track each.pass.id) {
          <div class="loss" [class.over]="each.lost > each.most">
            <span>{{ each.pass.name }}</span>
            <span>
              loses <b>{{ each.words }}</b>{{ each.worstWords }}
            </span>
            <span>
              at most
              <uv-figure
                [value]="100 * each.most"
                unit="%"
                [digits]="0"
                [width]="34"
                [label]="'Most that ' + each.pass.name + ' may lose, percent'"
                (changed)="guard(each, $event / 100)"
              />
              %
            </span>
            @if (each.ease > 0) {
              <span class="protected">
                wear reduced by {{ pct(each.ease) }} there
                <button type="button" (click)="unguard(each.pass)">Stop protecting</button>
              </span>
            } @else if (each.lost > each.most) {
              <button type="button" class="choose" [disabled]="isSolving()" (click)="guard(each, each.most)">
                {{ isSolving() ? 'Protecting…' : 'Protect it' }}
              </button>
            }
          </div>
        }
        <div class="buttons">
          <button type="button" [disabled]="busy()" (click)="look()">{{ busy() ? 'Looking…' : 'Find a better spot' }}</button>
        </div>
        @if (spotsHere(); as found) {
          @for (spot of found; track $index) {
            <button
              type="button"
              class="spot"
              (mouseenter)="try(spot)"
              (mouseleave)="try(null)"
              (focus)="try(spot)"
              (blur)="try(null)"
              (click)="take(spot)"
            >
              turned {{ spot.placement.turn }}°: loses {{ pct(spot.lettering) }} of the lettering, takes {{ pct(spot.taken) }}
            </button>
          } @empty {
            <p class="more">No other turn or offset at about equal wear loses less lettering.</p>
          }
        }
      </div>
    }
    @for (line of lines(); track line.name) {
      <ng-container *ngComponentOutlet="line.type; inputs: line.inputs" />
    }
    <uv-mask-list [pass]="pass()" [at]="{ wear: wear().id }" title="Where it wears" empty="Everywhere. Paint to thin it." joins="without" />
    <div class="block top">
      <b>Texture</b>
      <uv-select
        [options]="textures()"
        [value]="wear().picture?.sha256 ?? wear().surface?.name ?? null"
        label="The texture"
        (chosen)="setTexture($event)"
      />
    </div>
    @if (wear().surface; as surface) {
      <div class="block top">
        <b>Seed</b>
        <button type="button" class="choose" (click)="reseed(surface.seed + 1)">another</button>
        <uv-figure [value]="surface.seed" [width]="50" label="Seed of the surface" (changed)="reseed($event)" />
      </div>
    }
    <uv-placement-dials [pass]="lying()" [sheet]="sheet()" [put]="put" [piece]="wear().surface ? surfacePiece : null" />
  `,
  styleUrls: ['../dials/pass-dials.scss', './wear-dials.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WearDials {
  readonly wear = input.required<TextureWear>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  private readonly attachments = inject(Attachments);
  private readonly adding = inject(Adding);
  private readonly rendering = inject(Rendering);
  private readonly store = inject(Store);
  protected readonly assets = this.store.selectSignal(jobsFeature.selectAssets);

  protected readonly amounts = WEAR_SHARES.map(({ name, share: value }) => ({ value, words: name }));
  /** Pictures of the job by their hash, made surfaces by their name. */
  protected readonly textures = computed(() => [
    ...this.assets().map(({ sha256, name }) => ({ value: sha256, words: name })),
    ...SURFACES.map(({ name, title }) => ({ value: name, words: `made: ${title}` })),
  ]);
  protected readonly surfacePiece = SURFACE_PIECE;
  protected readonly shareDial = SHARE;
  protected readonly wanted = signal(12);
  protected readonly busy = signal(false);
  protected readonly isSolving = computed(() => this.adding.measuring().has(this.wear().id));
  /** Better spots that were found, and the wear that they are for. */
  private readonly spots = signal<{ readonly wear: string; readonly found: readonly Spot[] } | null>(null);
  protected readonly spotsHere = computed(() => (this.spots()?.wear === this.wear().id ? (this.spots()?.found ?? null) : null));

  /** The wear as the pass that its texture would be, for the figures of its place. */
  protected readonly lying = computed<Pass>(() => {
    const [pass, wear] = [this.pass(), this.wear()];
    return { ...pass, source: textureSource(wear), placement: wearLies(wear, pass) };
  });

  private readonly reading = computed(() => this.rendering.worn());
  protected readonly pct = (value: number): string => percent(value, 1);

  protected readonly losses = computed<readonly Loss[]>(() => {
    const reading = this.reading();
    if (!reading) return [];
    const { worst, outlines } = this.rendering.letters();
    const outlined = new Set(outlinedLettering(this.sheet()).map(({ id }) => id));
    const byInk = Object.entries(reading.sums.lettering).filter(([id]) => !outlined.has(id));
    return [
      ...byInk.flatMap(([id, sums]) => this.loss(id, sums, worst[id] ?? null, false, reading.isTrue)),
      ...Object.entries(outlines).flatMap(([id, sums]) => this.loss(id, sums, sums.worst, true, false)),
    ];
  });

  private loss(id: string, { there, taken }: Taken, worst: WornLetter | null, isOutline: boolean, isTrue: boolean): Loss[] {
    const pass = findPass(this.sheet(), id);
    if (!pass || there === 0) return [];
    const held = this.wear().guards.find((each) => each.pass === id);
    const lost = taken / there;
    return [
      {
        pass,
        lost,
        isOutline,
        words: `${isTrue ? '' : '≈ '}${percent(lost, 1)}${isOutline ? ' of its edge' : ''}`,
        worstWords: worst ? `, worst “${worst.letter}” ${percent(worst.lost)}` : '',
        most: held?.most ?? MOST_LOST,
        ease: held?.ease ?? 0,
      },
    ];
  }

  protected readonly lines = computed(() => {
    const [wear, pass, sheet] = [this.wear(), this.pass(), this.sheet()];
    const values = wear as unknown as Readonly<Record<string, unknown>>;
    return dialLines(`wear ${wear.id}`, WEAR_DIALS, values, { sheet, pass }, (name, value, gesture) =>
      this.attachments.changeWear(
        (each) => (name === 'anchor' ? wearPut(each, pass, wearLies(each, pass), value as Anchor) : { ...each, [name]: value }),
        gesture,
      ),
    );
  });

  /** The amount that the wear is read to take, about. */
  protected readonly amount = computed(() => {
    const sums = this.reading()?.sums.wears[wearName(this.pass().id, this.wear().id)];
    if (!sums || sums.there === 0) return null;
    return WEAR_SHARES.find((each) => Math.abs(sums.taken / sums.there - each.share) < 0.005)?.share ?? null;
  });

  protected rename(name: string): void {
    this.attachments.changeWear((wear) => ({ ...wear, name }));
  }

  protected solve(amount: number | null, gesture: string | null = null): Promise<void> {
    return this.adding.solve(this.pass().id, this.wear().id, amount, gesture);
  }

  protected readonly setShare = (amount: unknown, held: boolean): void => void this.solve(amount as number, held ? 'wear share' : null);

  protected solveInk(amount = Math.max(0, Math.min(95, this.wanted())) / 100): Promise<void> {
    return this.adding.takeInk(this.pass().id, this.wear().id, amount);
  }

  /**
   * Reduces the wear on a type pass, so that it loses no more than that. Ink that is lost counts with the reduction there is; an outline
   * is measured at each reduction that is tried.
   */
  protected guard({ pass: { id }, lost, isOutline }: Loss, most: number): void {
    const limit = Math.max(0, Math.min(1, most));
    if (isOutline) return void this.adding.easeOutline(this.pass().id, this.wear().id, id, limit);
    this.attachments.changeWear((wear) => {
      const now = wear.guards.find((each) => each.pass === id)?.ease ?? 0;
      const unguarded = now < 1 ? lost / (1 - now) : lost;
      return guardedWear(wear, { pass: id, most: limit, ease: easeFor(Math.min(1, unguarded), limit) });
    });
  }

  protected unguard({ id }: Pass): void {
    this.attachments.changeWear((wear) => ({ ...wear, guards: wear.guards.filter((each) => each.pass !== id) }));
  }

  protected async look(): Promise<void> {
    this.busy.set(true);
    try {
      const wear = this.wear().id;
      this.spots.set({ wear, found: await this.rendering.spotsFor(this.sheet(), this.pass().id, wear) });
    } catch (error) {
      this.rendering.fail(error);
    } finally {
      this.busy.set(false);
    }
  }

  protected try(spot: Spot | null): void {
    const wear = this.wear();
    this.rendering.trial.set(spot ? this.rendering.withWear(this.sheet(), this.pass().id, { ...wear, placement: spot.placement }) : null);
  }

  protected take(spot: Spot): void {
    this.rendering.trial.set(null);
    this.spots.set(null);
    this.put(() => spot.placement);
  }

  /** Another texture: a picture of the job by its hash, or a made surface by its name; its cut is solved anew. */
  protected setTexture(which: string): void {
    const isSurface = SURFACES.some(({ name }) => name === which);
    const texture = isSurface ? { surface: { name: which, seed: 1 } } : { picture: { sha256: which } };
    this.attachments.changeWear(({ picture: _, surface: __, ...wear }) => ({ ...wear, ...texture }));
    void this.adding.solveFresh(this.pass().id, this.wear().id);
  }

  protected reseed(seed: number): void {
    const whole = Math.max(0, Math.min(MOST_SEED, Math.round(seed)));
    this.attachments.changeWear((wear) => (wear.surface ? { ...wear, surface: { ...wear.surface, seed: whole } } : wear));
    void this.solve(null);
  }

  protected readonly put = (change: (placement: Placement) => Placement): void =>
    this.attachments.changeWear((wear) => wearPut(wear, this.pass(), change(wearLies(wear, this.pass()))));
}
