import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { freshMask, maskOfKind, MASKS, masksAt, type AttachedTo, type Mask, type Pass } from '@uvrant/core';
import type { Attached } from '../../state/bench';
import { ActionMenu } from '../../ui/action-menu';
import { Tick } from '../../ui/tick';
import { Attachments } from '../attached/attachments';
import { freshId } from '../ticket/ticket-edits';
import { maskInWords } from '../words';
import { FIRST_DRAWINGS } from './first-drawings';

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
  /** What of the pass they are attached to. */
  readonly at = input.required<AttachedTo>();
  readonly title = input('Where it shows');
  readonly empty = input('Everywhere.');
  /** How a new one joins those above. */
  readonly joins = input<'both' | 'without'>('both');
  private readonly attachments = inject(Attachments);

  protected readonly masks = computed(() => masksAt(this.pass(), this.at()));
  /** A picture mask wants something to be read, and is begun from the ticket. */
  protected readonly kinds = MASKS.filter(({ wantsPicture }) => !wantsPicture).map(({ kind, title, purpose }) => ({
    value: kind as Mask['kind'],
    words: title,
    note: purpose,
  }));
  protected readonly words = maskInWords;

  private attached(): Attached {
    const { wear, zone } = this.at();
    return { ...(wear === undefined ? {} : { wear }), ...(zone === undefined ? {} : { zone }) };
  }

  protected titleOf(mask: Mask): string {
    return maskOfKind(mask.kind)?.title ?? mask.kind;
  }

  protected isOpen(mask: Mask): boolean {
    return this.attachments.mask()?.id === mask.id;
  }

  protected open(mask: Mask): void {
    this.attachments.choose(this.isOpen(mask) ? this.attached() : { ...this.attached(), mask: mask.id });
  }

  protected set(mask: Mask, on: boolean): void {
    this.attachments.masks((masks) => masks.map((each) => (each.id === mask.id ? { ...each, on } : each)), this.at());
  }

  protected add(kind: Mask['kind']): void {
    const first = this.masks().length === 0 ? maskOfKind(kind)?.joins?.first : undefined;
    this.attachments.addMask(freshMask(kind, freshId(), this.pass(), { join: first ?? this.joins() }), this.attached());
    this.attachments.show({ drawing: FIRST_DRAWINGS[kind] ?? null });
  }
}
