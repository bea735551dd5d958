import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { areCornersCrossed, type Pass, type Sheet, type Step } from '@uvrant/core';

/** Says that corners cross, and that nothing is stretched then. */
@Component({
  selector: 'uv-stretch-extra',
  template: `
    @if (isCrossed()) {
      <p class="uv-warn" role="status">The corners cross one another: nothing is stretched until each is on its own side again.</p>
    }
  `,
  styleUrl: './extra.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StretchExtra {
  readonly step = input.required<Step>();
  readonly pass = input.required<Pass>();
  readonly sheet = input<Sheet>();

  protected readonly isCrossed = computed(() =>
    areCornersCrossed(this.step().params as unknown as Parameters<typeof areCornersCrossed>[0], this.pass().placement),
  );
}
