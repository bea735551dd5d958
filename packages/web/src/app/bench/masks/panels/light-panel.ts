import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { liesNow, reanchored, type Pass, type PictureMask, type Placement } from '@uvrant/core';
import { PlacementDials } from '../../dials/placement-dials';
import { MaskPanel, type MaskPanelKind } from './panel';

/** What a mask by light and dark reads, and where a picture of its own lies. */
@Component({
  selector: 'uv-light-panel',
  imports: [PlacementDials],
  template: `
    <p class="note">{{ reads() }}</p>
    @if (lying(); as lying) {
      <uv-placement-dials [pass]="lying" [sheet]="sheet()" [put]="put" />
    }
  `,
  styleUrls: ['../../dials/pass-dials.scss', '../mask-dials.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LightPanel extends MaskPanel<PictureMask> {
  protected readonly reads = computed(() =>
    'pass' in this.mask().of ? 'Reads the light of an earlier pass.' : 'Reads the light of a picture.',
  );

  /** The picture that is read, as the pass that it would be, for the figures of its place. */
  protected readonly lying = computed<Pass | null>(() => {
    const [mask, pass] = [this.mask(), this.pass()];
    if ('pass' in mask.of) return null;
    const { picture, placement } = mask.of;
    return { ...pass, source: { kind: 'picture', picture }, placement: liesNow(mask, placement, pass.placement) };
  });

  protected readonly put = (change: (placement: Placement) => Placement): void => {
    const pass = this.pass();
    this.change((mask) => {
      const moved = reanchored(mask, pass, mask.anchor) as PictureMask;
      return 'pass' in moved.of ? moved : { ...moved, of: { ...moved.of, placement: change(moved.of.placement) } };
    });
  };
}

export const lightPanel: MaskPanelKind = { component: LightPanel };
