import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { maskOfKind, MASKS, masksAt, type Holder, type Mask, type Pass } from '@uvrant/core';
import type { Hung } from '../../state/bench';
import { ActionMenu } from '../../ui/action-menu';
import { Tick } from '../../ui/tick';
import { freshMask, Hanging } from '../view/hanging';
import { maskInWords } from '../words';

/** The masks of a pass, step, zone or wear: one line each, and ways to add one. */
@Component({
  selector: 'uv-mask-list',
  imports: [ActionMenu, Tick],
  template: `
    <div class="block">
      <b>{{ title() }}</b>
      @for (mask of masks(); track mask.id) {
        <div class="line" [class.uv-hatched]="isOpen(mask)">
          <uv-tick [on]="mask.on" [label]="titleOf(mask) + ' on'" (toggled)="set(mask, $event)" />
          <button type="button" [attr.aria-current]="isOpen(mask)" (click)="open(mask)">
            <b>{{ titleOf(mask) }}</b>
            <span>{{ words(mask) }}</span>
          </button>
        </div>
      } @empty {
        <p class="note">{{ empty() }}</p>
      }
      <uv-action-menu [actions]="kinds" words="Add a mask" [label]="'Add to: ' + title()" (chosen)="add($event)" />
    </div>
  `,
  styleUrls: ['../dials/pass-dials.scss', './mask-list.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MaskList {
  readonly pass = input.required<Pass>();
  /** What of the pass they hang on. */
  readonly at = input.required<Holder>();
  readonly title = input('Where it shows');
  readonly empty = input('Everywhere.');
  /** How a new one joins those above. */
  readonly joins = input<'both' | 'without'>('both');
  private readonly hanging = inject(Hanging);

  protected readonly masks = computed(() => masksAt(this.pass(), this.at()));
  /** A picture mask wants something to be read, and is begun from the ticket. */
  protected readonly kinds = MASKS.filter(({ kind }) => kind !== 'picture').map(({ kind, title, purpose }) => ({
    value: kind,
    words: title,
    note: purpose,
  }));
  protected readonly words = maskInWords;

  private hung(): Hung {
    const { wear, zone } = this.at();
    return { ...(wear === undefined ? {} : { wear }), ...(zone === undefined ? {} : { zone }) };
  }

  protected titleOf(mask: Mask): string {
    return maskOfKind(mask.kind)?.title ?? mask.kind;
  }

  protected isOpen(mask: Mask): boolean {
    return this.hanging.mask()?.id === mask.id;
  }

  protected open(mask: Mask): void {
    this.hanging.choose(this.isOpen(mask) ? this.hung() : { ...this.hung(), mask: mask.id });
  }

  protected set(mask: Mask, on: boolean): void {
    this.hanging.masks((masks) => masks.map((each) => (each.id === mask.id ? { ...each, on } : each)), this.at());
  }

  protected add(kind: Mask['kind']): void {
    // Nothing painted yet hides nothing: the first strokes take away.
    const join = kind === 'painted' && this.masks().length === 0 ? 'without' : this.joins();
    this.hanging.addMask(freshMask(kind, this.pass(), { join }), this.hung());
    if (kind === 'cut-out') this.hanging.show({ drawing: 'polygon' });
  }
}
