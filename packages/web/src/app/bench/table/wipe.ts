import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { Drag, type Dragged } from '../../ui/drag';

/** The wipe: a line between the print at its left and the unprinted original at its right. */
@Component({
  selector: 'uv-wipe',
  imports: [Drag],
  template: `
    <div
      class="wipe"
      role="slider"
      tabindex="0"
      aria-label="Wipe between print and original"
      aria-valuemin="0"
      aria-valuemax="100"
      [attr.aria-valuenow]="percent()"
      [style.left.px]="left()"
      (uvDrag)="drag($event)"
      (keydown)="key($event)"
    >
      <b aria-hidden="true">↔</b>
    </div>
    <span class="uv-tag" [style.right.px]="table() - left() + 8">print</span>
    <span class="uv-tag" [style.left.px]="left() + 10">original</span>
  `,
  styleUrl: './wipe.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Wipe {
  /** Where it stands, as a share of the sheet's width; in CSS pixels that from the table's left, the table's and the sheet's width. */
  readonly at = input.required<number>();
  readonly left = input.required<number>();
  readonly table = input.required<number>();
  readonly sheet = input.required<number>();
  readonly moved = output<number>();

  protected readonly percent = computed(() => Math.round(100 * this.at()));

  /** Where it stood when it was grabbed. */
  private grabbed: number | null = null;

  protected drag({ event, x, from, isLast }: Dragged): void {
    (event.target as HTMLElement).closest<HTMLElement>('[role=slider]')?.focus({ preventScroll: true });
    this.grabbed ??= this.at();
    this.moved.emit(this.grabbed + (x - from.x) / this.sheet());
    if (isLast) this.grabbed = null;
  }

  protected key(event: KeyboardEvent): void {
    const by = event.key === 'ArrowLeft' ? -0.02 : event.key === 'ArrowRight' ? 0.02 : 0;
    if (by === 0) return;
    event.preventDefault();
    event.stopPropagation();
    this.moved.emit(this.at() + by);
  }
}
