import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { wearName, type Pass, type Wear } from '@uvrant/core';
import { Attachments } from '../attached/attachments';
import { Rendering } from '../view/rendering';
import { percent } from '../words';

/** The head of an open wear: its name, what it takes, how it is looked at. */
@Component({
  selector: 'uv-wear-head',
  template: `
    <header>
      <h2><ng-content /></h2>
      <p>
        Takes ink away where the texture says so. <b>{{ taken() }}</b>
      </p>
      <div class="doing" role="group" aria-label="This wear">
        <button
          type="button"
          [attr.aria-pressed]="attachments.seesThrough()"
          (click)="attachments.show({ seesThrough: !attachments.seesThrough() })"
        >
          {{ attachments.seesThrough() ? 'Show as printed' : 'See through' }}
        </button>
        <button type="button" (click)="attachments.remove()">Remove</button>
      </div>
    </header>
  `,
  styleUrl: '../dials/panel.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WearHead {
  readonly wear = input.required<Wear>();
  readonly pass = input.required<Pass>();
  protected readonly attachments = inject(Attachments);
  private readonly rendering = inject(Rendering);

  protected readonly taken = computed(() => {
    const reading = this.rendering.worn();
    const sums = reading?.sums.wears[wearName(this.pass().id, this.wear().id)];
    if (!reading || !sums) return this.wear().on ? 'Reading what it takes…' : 'It is off.';
    return `Takes ${reading.isTrue ? '' : '≈ '}${percent(sums.there > 0 ? sums.taken / sums.there : 0, 1)} of the ink there.`;
  });
}
