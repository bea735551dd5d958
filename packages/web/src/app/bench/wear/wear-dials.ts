import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { wearLies, wearPut, WEAR_DIALS, type Anchor, type Pass, type Sheet, type TextureWear } from '@uvrant/core';
import { Fold } from '../../ui/fold';
import { NameEntry } from '../../ui/name-entry';
import { Attachments } from '../attached/attachments';
import { dialLines } from '../dials/dial-lines';
import { MaskList } from '../masks/mask-list';
import { Rendering } from '../view/rendering';
import { percent } from '../words';
import { lossesOf } from './losses';
import { WearAmount } from './wear-amount';
import { WearHead } from './wear-head';
import { WearLettering } from './wear-lettering';
import { WearPlace } from './wear-place';
import { WearTexture } from './wear-texture';

/** What is folded away, in the order in which it is shown; the side that takes stands with the texture. */
const EDGE = ['softness', 'specks', 'holes'] as const;
const CURVE = ['curve'] as const;
const STRENGTH = ['strength', 'anchor'] as const;

/** The open wear: how much it takes, its texture, where that lies, what lettering loses; the rest is folded away. */
@Component({
  selector: 'uv-wear-dials',
  imports: [Fold, MaskList, NameEntry, NgComponentOutlet, WearAmount, WearHead, WearLettering, WearPlace, WearTexture],
  template: `
    <uv-wear-head [pass]="pass()">
      <uv-name-entry [value]="wear().name" label="Name of the wear" (renamed)="rename($event)" />
    </uv-wear-head>
    <uv-wear-amount [wear]="wear()" [pass]="pass()" />
    <uv-wear-texture [wear]="wear()" [pass]="pass()" />
    @if (losses().length > 0) {
      <uv-wear-lettering [wear]="wear()" [pass]="pass()" [losses]="losses()" />
    }
    <uv-wear-place [wear]="wear()" [pass]="pass()" [sheet]="sheet()" [losses]="losses()" />
    @for (fold of folds(); track fold.title) {
      <uv-fold [title]="fold.title" [words]="fold.words">
        @for (line of fold.lines; track line.name) {
          <ng-container *ngComponentOutlet="line.type; inputs: line.inputs" />
        }
      </uv-fold>
    }
    <uv-fold title="Where it wears" [words]="where()">
      <uv-mask-list [pass]="pass()" [at]="{ wear: wear().id }" title="Masks" empty="Everywhere. Paint to thin it." joins="without" />
    </uv-fold>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WearDials {
  readonly wear = input.required<TextureWear>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  private readonly attachments = inject(Attachments);
  private readonly rendering = inject(Rendering);

  protected readonly losses = computed(() => {
    const reading = this.rendering.worn();
    return reading ? lossesOf(this.sheet(), this.wear(), reading, this.rendering.letters()) : [];
  });

  private linesOf(names: readonly (keyof typeof WEAR_DIALS)[]) {
    const [wear, pass, sheet] = [this.wear(), this.pass(), this.sheet()];
    const dials = Object.fromEntries(names.map((name) => [name, WEAR_DIALS[name]]));
    const values = wear as unknown as Readonly<Record<string, unknown>>;
    return dialLines(`wear ${wear.id}`, dials, values, { sheet, pass }, (name, value, gesture) =>
      this.attachments.changeWear(
        (each) => (name === 'anchor' ? wearPut(each, pass, wearLies(each, pass), value as Anchor) : { ...each, [name]: value }),
        gesture,
      ),
    );
  }

  protected readonly folds = computed(() => {
    const { softness, specks, holes, strength, anchor, curve } = this.wear();
    const mm = (value: number): string => (value > 0 ? `${Number(value.toFixed(2))} mm` : 'none');
    return [
      { title: 'Strength', words: `${percent(strength)}, stays with the ${anchor}`, lines: this.linesOf(STRENGTH) },
      { title: 'Edge, specks and holes', words: `${percent(softness)}, ${mm(specks)}, ${mm(holes)}`, lines: this.linesOf(EDGE) },
      { title: 'Curve of its grey', words: curve.length > 2 ? `${curve.length} points` : 'straight', lines: this.linesOf(CURVE) },
    ];
  });

  protected readonly where = computed(() => {
    const masks = this.wear().masks.filter(({ on }) => on);
    return masks.length === 0 ? 'everywhere' : `${masks.length} ${masks.length === 1 ? 'mask' : 'masks'}`;
  });

  protected rename(name: string): void {
    this.attachments.changeWear((wear) => ({ ...wear, name }));
  }
}
