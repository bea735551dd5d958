import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Pass } from '@uvrant/core';
import { Attachments } from '../attached/attachments';

/** The head of an open wear: its name, what it takes from, how it is looked at. */
@Component({
  selector: 'uv-wear-head',
  template: `
    <header>
      <h2><ng-content /></h2>
      <p>{{ from() }}</p>
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
  readonly pass = input.required<Pass>();
  protected readonly attachments = inject(Attachments);

  protected readonly from = computed(() => {
    const { name, source } = this.pass();
    return source.kind === 'overall' ? 'Takes ink from everything printed so far.' : `Takes ink from “${name}”.`;
  });
}
