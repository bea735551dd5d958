import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { SURFACE_PIECE, type Pass, type Placement, type Sheet, type Size, type Spot, type TextureWear } from '@uvrant/core';
import { wearLies, wearPut } from '@uvrant/core';
import type { Pixels, SheetBox } from '../../engine/protocol';
import { Lengths } from '../../ui/lengths';
import { PixelsView } from '../../ui/pixels';
import { Attachments, textureSource } from '../attached/attachments';
import { PlacementDials } from '../dials/placement-dials';
import { Rendering } from '../view/rendering';
import { percent } from '../words';
import type { Loss } from './losses';

/** Spots that are shown beside the place there is now. */
const SHOWN = 2;
/** Longest side of their pictures, pixels; how much of the sheet they show at the least. */
const SIDE = 190;
const LEAST = 0.22;

/** A place of a texture: how it lies against the one there is now, what lettering loses there, how it looks. */
interface Shown {
  readonly placement: Placement;
  readonly words: string;
  readonly lost: number;
  readonly pixels: Pixels | null;
}

/** Where the texture of a wear lies, and other places at which less lettering is lost. */
@Component({
  selector: 'uv-wear-place',
  imports: [PixelsView, PlacementDials],
  template: `
    @if (losses().length > 0) {
      <div class="block">
        <div class="top">
          <b>Better spots</b>
          <button type="button" class="choose" [disabled]="busy()" (click)="look()">{{ busy() ? 'Looking…' : 'Find better spots' }}</button>
        </div>
        @if (here(); as spots) {
          <div class="spots">
            @for (spot of spots; track $index) {
              <button
                type="button"
                class="spot"
                [class.now]="$first"
                (mouseenter)="try($first ? null : spot)"
                (mouseleave)="try(null)"
                (focus)="try($first ? null : spot)"
                (blur)="try(null)"
                (click)="take(spot)"
              >
                <uv-pixels [pixels]="spot.pixels" [stock]="sheet().stock.colour" [label]="spot.words" />
                {{ spot.words }}
                <small>{{ pct(spot.lost, 1) }} of the lettering</small>
              </button>
            }
          </div>
          @if (spots.length === 1) {
            <p class="more">No other turn or offset at about equal wear loses less lettering.</p>
          }
        }
      </div>
    }
    <uv-placement-dials [pass]="lying()" [sheet]="sheet()" [put]="put" [piece]="piece()" />
  `,
  styleUrls: ['../dials/pass-dials.scss', './wear-dials.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WearPlace {
  readonly wear = input.required<TextureWear>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  readonly losses = input.required<readonly Loss[]>();
  private readonly attachments = inject(Attachments);
  private readonly rendering = inject(Rendering);
  private readonly lengths = inject(Lengths);

  protected readonly pct = percent;
  protected readonly busy = signal(false);
  /** Spots that were found, the wear and the place that they are better than. */
  private readonly found = signal<{ readonly wear: string; readonly spots: readonly Shown[] } | null>(null);
  protected readonly here = computed(() => {
    const found = this.found();
    return found?.wear === this.wear().id ? found.spots : null;
  });
  protected readonly piece = computed<Size | null>(() => (this.wear().surface ? SURFACE_PIECE : null));
  /** The wear as the pass that its texture would be, for the figures of its place. */
  protected readonly lying = computed<Pass>(() => {
    const [pass, wear] = [this.pass(), this.wear()];
    return { ...pass, source: textureSource(wear), placement: wearLies(wear, pass) };
  });

  protected readonly put = (change: (placement: Placement) => Placement): void =>
    this.attachments.changeWear((wear) => wearPut(wear, this.pass(), change(wearLies(wear, this.pass()))));

  private withPlace(placement: Placement): Sheet {
    return this.rendering.withWear(this.sheet(), this.pass().id, { ...this.wear(), placement });
  }

  /** The part of the sheet that spots are compared on: about the letter that loses most. */
  private about(): SheetBox {
    const { width, height } = this.sheet().size;
    const worst = this.losses().reduce<Loss | null>(
      (most, each) => (each.worst && each.lost > (most?.lost ?? 0) ? each : most),
      null,
    )?.worst;
    const box = worst?.box ?? { x: width / 2, y: height / 2, width: 0, height: 0 };
    const side = Math.min(width, height, Math.max(LEAST * width, 2 * box.width, 2 * box.height));
    const at = (middle: number, most: number): number => Math.max(0, Math.min(most - side, middle - side / 2));
    return { left: at(box.x + box.width / 2, width), top: at(box.y + box.height / 2, height), width: side, height: side };
  }

  private words({ placement }: Pick<Spot, 'placement'>): string {
    const now = wearLies(this.wear(), this.pass());
    const turn = ((Math.round(placement.turn - now.turn) % 360) + 360) % 360;
    const moved = Math.hypot(placement.x - now.x, placement.y - now.y);
    const parts = [
      turn === 0 ? '' : `turned ${turn}°`,
      moved < 1 ? '' : `moved ${this.lengths.shown(moved).toFixed(0)} ${this.lengths.unit()}`,
    ];
    return parts.filter(Boolean).join(', ') || 'here';
  }

  protected async look(): Promise<void> {
    this.busy.set(true);
    try {
      const [wear, within] = [this.wear(), this.about()];
      const found = await this.rendering.spotsFor(this.sheet(), this.pass().id, wear.id);
      const now = wearLies(wear, this.pass());
      const lost = this.losses().reduce((sum, each) => sum + each.lost, 0) / Math.max(1, this.losses().length);
      const spots = [
        { placement: now, words: 'here', lost, pixels: null },
        ...found
          .slice(0, SHOWN)
          .map((spot) => ({ placement: spot.placement, words: this.words(spot), lost: spot.lettering, pixels: null })),
      ];
      this.found.set({ wear: wear.id, spots });
      for (const [i, { placement }] of spots.entries()) {
        const pixels = await this.rendering.partOf(this.withPlace(placement), within, SIDE);
        this.found.update((each) => each && { ...each, spots: each.spots.map((spot, at) => (at === i ? { ...spot, pixels } : spot)) });
      }
    } catch (error) {
      this.rendering.fail(error);
    } finally {
      this.busy.set(false);
    }
  }

  protected try(spot: Shown | null): void {
    this.rendering.trial.set(spot ? this.withPlace(spot.placement) : null);
  }

  protected take(spot: Shown): void {
    this.rendering.trial.set(null);
    this.found.set(null);
    this.put(() => spot.placement);
  }
}
