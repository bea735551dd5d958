import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { stepOfKind, type Pass, type Sheet, type Step } from '@uvrant/core';
import { Editing } from '../../editing';

/** Says of a bend that moves dots alone where the screen after it has no dots that can be moved. */
@Component({
  selector: 'uv-bend-extra',
  template: `
    @if (still(); as screen) {
      <p class="uv-warn" role="status">
        {{ screen }} does not follow a bend: whether each of its dots prints depends on those before it.
        <button type="button" class="uv-link" (click)="bendPicture()">Bend the picture instead</button>
      </p>
    }
  `,
  styleUrl: './extra.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BendExtra {
  readonly step = input.required<Step>();
  readonly pass = input.required<Pass>();
  readonly sheet = input<Sheet>();
  private readonly editing = inject(Editing);

  /** The title of the first screen after it, where that does not follow bends. */
  protected readonly still = computed(() => {
    const { id, params } = this.step();
    if (params['bent'] !== 'the dots') return null;
    const { steps } = this.pass();
    const after = steps.slice(steps.findIndex((each) => each.id === id) + 1).filter(({ on }) => on);
    const screen = after.flatMap(({ kind }) => stepOfKind(kind) ?? []).find(({ family }) => family === 'screen');
    return screen?.kind === 'error-diffusion' ? screen.title : null;
  });

  protected bendPicture(): void {
    this.editing.step(this.pass().id, this.step().id, (each) => ({ ...each, params: { ...each.params, bent: 'the picture' } }));
  }
}
