import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { blendMode, BLEND_MODES, GROUNDS, withPass, type Pass, type Sheet } from '@uvrant/core';
import { Finder, type FinderItem } from '../../ui/finder';
import { Editing } from '../editing';
import { Rendering } from '../view/rendering';

const MODES: readonly FinderItem[] = GROUNDS.flatMap((ground) =>
  BLEND_MODES.filter(({ suits }) => suits === ground).map(({ name, title, purpose }) => ({
    id: name,
    title,
    note: purpose,
    group: ground === 'colour only' ? 'Colour only' : ground === 'either' ? 'On either' : `On a ${ground}`,
    words: name,
  })),
);

/** The mode that one or several passes go down in: found by what it does, tried on the table. */
@Component({
  selector: 'uv-lay-mode',
  imports: [Finder, MatIcon],
  template: `
    <div class="block">
      <div class="top">
        <b>Lay</b>
        <button type="button" class="choose" [attr.aria-expanded]="open()" (click)="toggle()">
          {{ title() }} <mat-icon svgIcon="down" />
        </button>
      </div>
      @if (!open()) {
        <p class="more">{{ purpose() }}</p>
        <ng-content />
      }
    </div>
    @if (open()) {
      <uv-finder
        [items]="modes"
        [current]="mode()"
        label="A lay by what it does"
        (tried)="try($event)"
        (taken)="take($event)"
        (closed)="leave()"
      />
    }
  `,
  styleUrl: './pass-dials.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LayMode {
  readonly passes = input.required<readonly Pass[]>();
  private readonly editing = inject(Editing);
  private readonly rendering = inject(Rendering);

  protected readonly modes = MODES;
  protected readonly open = signal(false);
  /** The mode of all of them; null where they differ. */
  protected readonly mode = computed(() => {
    const [first, ...rest] = this.passes();
    return first && rest.every(({ lay }) => lay.mode === first.lay.mode) ? first.lay.mode : null;
  });
  protected readonly title = computed(() => {
    const mode = this.mode();
    return mode === null ? 'several' : (blendMode(mode)?.title ?? mode);
  });
  protected readonly purpose = computed(() => {
    const mode = this.mode();
    return mode === null ? 'They go down in different ways.' : (blendMode(mode)?.purpose ?? 'This Uvrant does not know this lay.');
  });

  private laid(sheet: Sheet, mode: string): Sheet {
    return this.passes().reduce((each, { id }) => withPass(each, id, (pass) => ({ ...pass, lay: { ...pass.lay, mode } })), sheet);
  }

  protected toggle(): void {
    if (this.open()) this.leave();
    else this.open.set(true);
  }

  protected try(mode: string | null): void {
    const sheet = this.editing.document();
    this.rendering.trial.set(mode === null || !sheet ? null : this.laid(sheet, mode));
  }

  protected take(mode: string): void {
    this.editing.sheet((sheet) => this.laid(sheet, mode));
    this.leave();
  }

  protected leave(): void {
    this.rendering.trial.set(null);
    this.open.set(false);
  }
}
