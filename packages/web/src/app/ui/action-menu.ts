import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { MatMenu, MatMenuItem, MatMenuTrigger } from '@angular/material/menu';

/** One thing that can be done: what it is called, and what it is for. */
export interface Action<T> {
  readonly value: T;
  readonly words: string;
  readonly note?: string;
}

/** A button that opens a list of things to do. */
@Component({
  selector: 'uv-action-menu',
  imports: [MatIcon, MatMenu, MatMenuItem, MatMenuTrigger],
  template: `
    <button type="button" class="uv-link" [matMenuTriggerFor]="menu" [attr.aria-label]="label()">
      {{ words() }}
      <mat-icon svgIcon="down" />
    </button>
    <mat-menu #menu="matMenu" class="uv-actions">
      @for (action of actions(); track action.value) {
        <button mat-menu-item type="button" (click)="chosen.emit(action.value)">
          <b>{{ action.words }}</b>
          @if (action.note; as note) {
            <small>{{ note }}</small>
          }
        </button>
      }
    </mat-menu>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ActionMenu<T> {
  readonly actions = input.required<readonly Action<T>[]>();
  /** What stands on the button, and what it is called where that does not say all. */
  readonly words = input.required<string>();
  readonly label = input<string | null>(null);
  readonly chosen = output<T>();
}
