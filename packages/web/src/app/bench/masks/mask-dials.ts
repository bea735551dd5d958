import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { maskOfKind, MASK_DIALS, reanchored, type Anchor, type Mask, type Pass, type Sheet } from '@uvrant/core';
import { SHOWN_WAYS, type ShownWay } from '../../state/bench';
import { inWords, Toggles } from '../../ui/toggles';
import { Attachments } from '../attached/attachments';
import { dialLines } from '../dials/dial-lines';
import { Rendering } from '../view/rendering';
import { percent } from '../words';
import { MASK_PANELS } from './panels/panels';

/** True for what is seen as it was taken: a picture, or a sheet. */
const isSeen = ({ source }: Pass): boolean => source.kind === 'picture' || source.kind === 'sheet';

/** The dials of the open mask: how it is shown, what it is made of, and its edge. */
@Component({
  selector: 'uv-mask-dials',
  imports: [NgComponentOutlet, Toggles],
  template: `
    <header>
      <h2>{{ declaration()?.title ?? mask().kind }}</h2>
      <p>{{ declaration()?.purpose ?? 'This Uvrant does not know this mask.' }} {{ covers() }}</p>
      <div class="doing" role="group" aria-label="This mask">
        <button type="button" (click)="attachments.choose(back())">Back</button>
        <button type="button" (click)="attachments.remove()">Remove</button>
      </div>
    </header>
    <div class="block top">
      <b>On the table</b>
      <uv-toggles
        [options]="ways"
        [value]="attachments.shownWay()"
        label="How the mask is shown on the table"
        (chosen)="attachments.show({ shownWay: $event })"
      />
    </div>
    @if (panel(); as panel) {
      <ng-container *ngComponentOutlet="panel.component; inputs: { mask: mask(), pass: pass(), sheet: sheet() }" />
    }
    @for (line of lines(); track line.name) {
      <ng-container *ngComponentOutlet="line.type; inputs: line.inputs" />
    }
  `,
  styleUrls: ['../dials/panel.scss', '../dials/pass-dials.scss', './mask-dials.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MaskDials {
  readonly mask = input.required<Mask>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  protected readonly attachments = inject(Attachments);
  private readonly rendering = inject(Rendering);

  protected readonly ways = inWords<ShownWay>(SHOWN_WAYS);
  protected readonly declaration = computed(() => maskOfKind(this.mask().kind));
  protected readonly panel = computed(() => MASK_PANELS[this.mask().kind] ?? null);
  protected readonly covers = computed(() => {
    const plane = this.rendering.plane();
    return plane ? `Covers ≈ ${percent(plane.share)} of the sheet.` : '';
  });

  protected readonly lines = computed(() => {
    const [mask, pass, sheet] = [this.mask(), this.pass(), this.sheet()];
    const { cleaned, ...of } = MASK_DIALS;
    // Only what a pass shows of its source has an edge to clean.
    const { step, wear, zone } = this.attachments.attachedTo();
    const isOfPass = step === undefined && wear === undefined && zone === undefined;
    const dials = { ...this.declaration()?.dials, ...of, ...(isOfPass && isSeen(pass) ? { cleaned } : {}) };
    const values = { grow: 0, feather: 0, cleaned: 0, join: 'both', ...mask } as unknown as Readonly<Record<string, unknown>>;
    return dialLines(`mask ${mask.id}`, dials, values, { sheet, pass }, (name, value, gesture) =>
      this.attachments.changeMask(
        (each) => (name === 'anchor' ? reanchored(each, pass, value as Anchor) : { ...each, [name]: value }),
        gesture,
      ),
    );
  });

  /** What of the pass the mask is attached to, where that has dials of its own. */
  protected back(): { wear?: string; zone?: string } | null {
    const { wear, zone } = this.attachments.attachedTo();
    return wear !== undefined ? { wear } : zone !== undefined ? { zone } : null;
  }
}
