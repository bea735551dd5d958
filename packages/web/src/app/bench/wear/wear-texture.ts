import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { MOST_SEED, SURFACES, type Pass, type TextureWear } from '@uvrant/core';
import { measuresInWords } from '../../chest/looking';
import { jobsFeature } from '../../state/jobs';
import { Figure } from '../../ui/figure';
import { Select } from '../../ui/select';
import { Adding } from '../adding/adding';
import { Attachments } from '../attached/attachments';

/** The texture of a wear: a picture of the job or a made surface, and which of its sides takes. */
@Component({
  selector: 'uv-wear-texture',
  imports: [Figure, Select],
  template: `
    <div class="block">
      <b>Texture</b>
      <div class="texture">
        @if (asset(); as asset) {
          <img [src]="'/api/assets/' + asset.sha256 + '/thumbnail'" [alt]="asset.name" draggable="false" />
        }
        <div>
          <uv-select
            [options]="textures()"
            [value]="wear().picture?.sha256 ?? wear().surface?.name ?? null"
            label="The texture"
            (chosen)="setTexture($event)"
          />
          <p class="more">{{ facts() }}</p>
          <div class="buttons">
            <button type="button" [attr.aria-pressed]="wear().invert" (click)="invert()">
              {{ wear().invert ? 'Inverted' : 'Invert' }}
            </button>
            <button type="button" (click)="attachments.show({ isChestOpen: true })">From the plan chest</button>
          </div>
        </div>
      </div>
      @if (wear().surface; as surface) {
        <div class="top">
          <span>Seed</span>
          <button type="button" class="choose" (click)="reseed(surface.seed + 1)">another</button>
          <uv-figure [value]="surface.seed" [width]="50" label="Seed of the surface" (changed)="reseed($event)" />
        </div>
      }
    </div>
  `,
  styleUrls: ['../dials/pass-dials.scss', './wear-dials.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WearTexture {
  readonly wear = input.required<TextureWear>();
  readonly pass = input.required<Pass>();
  protected readonly attachments = inject(Attachments);
  private readonly adding = inject(Adding);
  private readonly assets = inject(Store).selectSignal(jobsFeature.selectPictures);

  /** Pictures of the job by their hash, made surfaces by their name. */
  protected readonly textures = computed(() => [
    ...this.assets().map(({ sha256, name }) => ({ value: sha256, words: name })),
    ...SURFACES.map(({ name, title }) => ({ value: name, words: `made: ${title}` })),
  ]);
  protected readonly asset = computed(() => this.assets().find(({ sha256 }) => sha256 === this.wear().picture?.sha256) ?? null);
  protected readonly facts = computed(() => {
    const [asset, { surface }] = [this.asset(), this.wear()];
    if (asset) return `${asset.width} × ${asset.height} px, ${measuresInWords(asset)}`;
    return SURFACES.find(({ name }) => name === surface?.name)?.note ?? 'This texture is not in the job.';
  });

  protected invert(): void {
    this.attachments.changeWear((wear) => ({ ...wear, invert: !wear.invert }));
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
    void this.adding.solve(this.pass().id, this.wear().id, null);
  }
}
