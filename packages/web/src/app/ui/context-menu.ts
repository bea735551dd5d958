import { ChangeDetectionStrategy, Component, signal, viewChild } from '@angular/core';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';

/** A line of a menu: what it does, the keys that do it as well; null is a rule between others. */
export type MenuLine = {
  readonly words: string;
  readonly keys?: string;
  readonly isOff?: boolean;
  readonly run: () => void;
} | null;

/** A menu at the place that was pressed with the right button, or of what has the focus. */
@Component({
  selector: 'uv-context-menu',
  imports: [MatMenu, MatMenuItem, MatMenuTrigger],
  template: `
    <button
      type="button"
      class="at"
      tabindex="-1"
      aria-label="What can be done here"
      [style.left.px]="at().x"
      [style.top.px]="at().y"
      [matMenuTriggerFor]="menu"
      [matMenuTriggerRestoreFocus]="false"
      (menuClosed)="back()"
    ></button>
    <mat-menu #menu="matMenu" class="uv-context">
      @for (line of lines(); track $index) {
        @if (line) {
          <button mat-menu-item type="button" [disabled]="line.isOff === true" (click)="line.run()">
            <b>{{ line.words }}</b>
            @if (line.keys; as keys) {
              <kbd>{{ keys }}</kbd>
            }
          </button>
        } @else {
          <hr />
        }
      }
    </mat-menu>
  `,
  styles: `
    /* It takes no room where it stands. */
    :host {
      position: fixed;
    }
    .at {
      position: fixed;
      width: 0;
      height: 0;
      overflow: hidden;
      pointer-events: none;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ContextMenu {
  protected readonly lines = signal<readonly MenuLine[]>([]);
  protected readonly at = signal({ x: 0, y: 0 });
  private readonly trigger = viewChild.required(MatMenuTrigger);

  private from: HTMLElement | null = null;

  /** The focus goes back to what had it, where that is still there and nothing else has it since. */
  protected back(): void {
    const has = document.activeElement;
    const isFree = has === null || has === document.body || has.closest('.cdk-overlay-container') !== null;
    if (isFree && this.from?.isConnected) this.from.focus({ preventScroll: true });
    this.from = null;
  }

  /** Opens for an event in place of the browser's own menu. */
  open(event: MouseEvent, lines: readonly MenuLine[]): void {
    event.preventDefault();
    this.trigger().closeMenu();
    this.from = document.activeElement instanceof HTMLElement ? document.activeElement : null;
    const { clientX: x, clientY: y, target } = event;
    // The menu key gives no place: it opens at what has the focus.
    const box = x === 0 && y === 0 && target instanceof Element ? target.getBoundingClientRect() : null;
    this.at.set(box ? { x: box.left + 12, y: box.bottom } : { x, y });
    this.lines.set(lines);
    setTimeout(() => this.trigger().openMenu());
  }
}
