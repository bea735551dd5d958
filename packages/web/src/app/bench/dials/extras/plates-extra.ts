import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { plateName, stepOfKind, type ColourRef, type Pass, type Sheet, type Step } from '@uvrant/core';
import { Rendering } from '../../view/rendering';
import { percent } from '../../words';
import { moireWarnings } from './moire-warnings';

const colourOf = (ref: ColourRef | null, sheet: Sheet): string => {
  if (ref && 'srgb' in ref) return ref.srgb;
  return (ref ? sheet.inks.find(({ id }) => id === ref.ink) : sheet.inks[0])?.colour ?? '#000000';
};

/** What each plate of a process prints. */
@Component({
  selector: 'uv-plates-extra',
  template: `
    <dl class="uv-sums">
      @for (plate of plates(); track $index) {
        <dt><span class="uv-swatch" [style.background]="plate.colour"></span> {{ plate.name }}, {{ plate.screen }}</dt>
        <dd>{{ plate.share }}</dd>
      }
      @if (total(); as total) {
        <dt>All inks together</dt>
        <dd>{{ total }}</dd>
      }
    </dl>
    @for (warning of warnings(); track warning) {
      <p class="uv-warn" role="status">{{ warning }}</p>
    }
  `,
  styleUrl: './extra.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PlatesExtra {
  readonly step = input.required<Step>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  private readonly rendering = inject(Rendering);

  private readonly shares = computed(() => this.rendering.inks()?.passes ?? {});
  protected readonly plates = computed(() => {
    const apply = stepOfKind(this.step().kind)?.apply;
    if (typeof apply !== 'object' || !('plates' in apply)) return [];
    return apply.plates(this.step().params).map(({ ink, screen }, i) => {
      const share = this.shares()[plateName(this.pass().id, i)];
      const { lpi, angle } = screen.params as { lpi: number; angle: number };
      const named = ink && 'ink' in ink ? this.sheet().inks.find(({ id }) => id === ink.ink)?.name : undefined;
      return {
        colour: colourOf(ink, this.sheet()),
        name: named ?? `ink ${i + 1}`,
        screen: `${Number(lpi.toFixed(1))} lpi at ${Number(angle.toFixed(1))}°`,
        share: share === undefined ? '…' : percent(share, 1),
        value: share ?? null,
      };
    });
  });
  protected readonly total = computed(() => {
    const values = this.plates().map(({ value }) => value);
    return values.includes(null) || values.length === 0
      ? null
      : percent(
          values.reduce<number>((sum, v) => sum + (v ?? 0), 0),
          0,
        );
  });
  protected readonly warnings = computed(() => moireWarnings(this.sheet(), this.pass().id, this.step().id, this.rendering.foundScreens()));
}
