import { Component, computed, inject, input } from '@angular/core';
import { Store } from '@ngrx/store';
import { BLEND_MODES, choice, colour, levelSide, placed, share, type AnyDial, type ColourRef, type Pass, type Sheet } from '@uvrant/core';
import { jobsFeature } from '../state/jobs';
import { ChoiceField } from './dials/choice-field';
import { ColourField } from './dials/colour-field';
import { RangedField } from './dials/ranged-field';
import { Editing } from './editing';

const LAY = choice({ title: 'Lay', options: BLEND_MODES.map((mode) => mode.name), default: 'normal' });
const STRENGTH = share({ title: 'Strength', default: 1, more: 'more ink of this pass' });
const FIT = choice({ title: 'Picture', options: ['fill', 'whole'], default: 'fill' });
const INK = colour({ title: 'Ink', default: null });

/** How a pass lies on the sheet and goes down. */
@Component({
  selector: 'uv-pass-dials',
  imports: [ChoiceField, ColourField, RangedField],
  template: `
    <header>
      <h2><input [value]="pass().name" aria-label="Name of the pass" maxlength="120" (change)="rename(name)" #name /></h2>
      <p>{{ purpose() }}</p>
    </header>
    @if (pass().source.kind === 'flat') {
      <uv-colour-field [dial]="ink" [value]="flatColour()" [sheet]="sheet()" [pass]="pass()" [change]="setInk" />
    }
    <uv-choice-field [dial]="lay" [value]="pass().lay.mode" [change]="setLay" />
    <p class="note">{{ modePurpose() }}</p>
    <uv-ranged-field [dial]="strength" [value]="pass().lay.strength" [change]="setStrength" />
    @if (asset(); as asset) {
      <uv-choice-field [dial]="fit" [value]="pass().placement.fit" [change]="setFit" />
      <div class="note">
        <dl class="uv-sums">
          <dt>Picture</dt>
          <dd>{{ asset.width }} × {{ asset.height }} px, {{ asset.depth }} bit</dd>
          <dt>At this size</dt>
          <dd>{{ effectivePpi() }} ppi</dd>
        </dl>
        @if (effectivePpi() < 100) {
          <p class="uv-warn">
            The picture gives {{ effectivePpi() }} ppi at this size: fine tones will look soft. A screen up to
            {{ (effectivePpi() / 2).toFixed(0) }} lpi still suits it.
          </p>
        }
      </div>
    }
  `,
  styleUrl: './dials-column.scss',
  styles: `
    input {
      width: 100%;
      border: 0;
      border-bottom: 1px solid transparent;
      background: none;
      padding: 0;
      font: inherit;
      &:hover,
      &:focus {
        border-bottom-color: var(--ink);
      }
    }
    :host {
      border-left: 0;
    }
    .note {
      padding: 6px 12px;
      border-bottom: var(--line);
      color: var(--soft);
      font-size: 11.5px;
    }
  `,
})
export class PassDials {
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  private readonly editing = inject(Editing);
  private readonly assets = inject(Store).selectSignal(jobsFeature.selectAssets);

  protected readonly lay = LAY as unknown as Extract<AnyDial, { type: 'choice' }>;
  protected readonly fit = FIT as unknown as Extract<AnyDial, { type: 'choice' }>;
  protected readonly strength = STRENGTH;
  protected readonly ink = INK;

  protected readonly asset = computed(() => {
    const { source } = this.pass();
    return source.kind === 'picture' ? (this.assets().find((each) => each.sha256 === source.picture.sha256) ?? null) : null;
  });
  protected readonly effectivePpi = computed(() => {
    const asset = this.asset();
    return asset ? Math.round((levelSide(asset.width, 0) * 25.4) / this.pass().placement.width) : 0;
  });
  protected readonly purpose = computed(() =>
    this.pass().source.kind === 'picture' ? 'A picture, printed through its steps.' : 'One ink all over.',
  );
  protected readonly modePurpose = computed(() => BLEND_MODES.find((mode) => mode.name === this.pass().lay.mode)?.purpose ?? '');
  protected readonly flatColour = computed<ColourRef | null>(() => {
    const { source } = this.pass();
    return source.kind === 'flat' ? source.colour : null;
  });

  private edit(change: (pass: Pass) => Pass, gesture: string | null = null): void {
    this.editing.pass(this.pass().id, change, gesture);
  }

  protected rename(entry: HTMLInputElement): void {
    const name = entry.value.trim();
    if (name) this.edit((pass) => ({ ...pass, name }));
    else entry.value = this.pass().name;
  }

  protected readonly setLay = (mode: unknown): void => this.edit((pass) => ({ ...pass, lay: { ...pass.lay, mode: mode as string } }));
  protected readonly setStrength = (strength: unknown, held: boolean): void =>
    this.edit((pass) => ({ ...pass, lay: { ...pass.lay, strength: strength as number } }), held ? `${this.pass().id} strength` : null);
  protected readonly setInk = (colour: unknown, held: boolean): void =>
    this.edit((pass) => ({ ...pass, source: { kind: 'flat', colour: colour as ColourRef } }), held ? `${this.pass().id} ink` : null);
  protected readonly setFit = (fit: unknown): void => {
    const asset = this.asset();
    if (asset)
      this.edit((pass) => ({ ...pass, placement: placed(this.sheet().size, asset, fit as 'fill' | 'whole', pass.placement.beyond) }));
  };
}
