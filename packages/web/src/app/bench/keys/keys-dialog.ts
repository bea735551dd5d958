import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatCheckbox } from '@angular/material/checkbox';
import { MatDialogModule } from '@angular/material/dialog';
import { COMMAND_NAMES, COMMANDS, FIXED_KEYS, type CommandName } from './commands';
import { keyInWords, Keymap, keyNamed } from './keymap';

/** Every key there is, and what it does; single characters can be changed or switched off. */
@Component({
  selector: 'uv-keys-dialog',
  imports: [MatCheckbox, MatDialogModule],
  template: `
    <h2 mat-dialog-title>Keys</h2>
    <mat-dialog-content>
      <mat-checkbox [checked]="keymap.state().isOn" (change)="keymap.switch($event.checked)">Keys of a single character act</mat-checkbox>
      <p class="note">Press one of them below, then the key that it should be.</p>
      @if (says(); as words) {
        <p class="uv-warn" role="alert">{{ words }}</p>
      }
      <dl>
        @for (row of rows(); track row.name) {
          <dt>
            <button
              type="button"
              class="uv-button"
              [class.on]="asked() === row.name"
              [disabled]="!keymap.state().isOn"
              [attr.aria-label]="row.key + ': ' + row.does + '. Change the key'"
              (click)="asked.set(row.name)"
              (keydown)="press($event)"
              (blur)="asked.set(null)"
            >
              {{ asked() === row.name ? 'press a key' : row.key }}
            </button>
          </dt>
          <dd>{{ row.does }}</dd>
        }
      </dl>
      <dl class="fixed">
        @for (each of fixed; track each[0]) {
          <dt>{{ each[0] }}</dt>
          <dd>{{ each[1] }}</dd>
        }
      </dl>
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button type="button" class="uv-button" (click)="keymap.restore()">All as they came</button>
      <button type="button" class="uv-button" mat-dialog-close cdkFocusInitial>Close</button>
    </mat-dialog-actions>
  `,
  styleUrl: './keys-dialog.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class KeysDialog {
  protected readonly keymap = inject(Keymap);
  protected readonly fixed = FIXED_KEYS;
  /** The command that is given another key next. */
  protected readonly asked = signal<CommandName | null>(null);
  protected readonly says = signal<string | null>(null);
  protected readonly rows = computed(() =>
    COMMAND_NAMES.map((name) => ({
      name,
      does: `${COMMANDS[name].does}${'isHeld' in COMMANDS[name] ? ', while held' : ''}`,
      key: keyInWords(this.keymap.state().keys[name]),
    })),
  );

  protected press(event: KeyboardEvent): void {
    const name = this.asked();
    if (name === null) return;
    const key = keyNamed(event);
    if (key === null) {
      if (event.key !== 'Escape') return;
      this.asked.set(null);
    } else {
      const taken = this.keymap.give(name, key);
      this.says.set(taken ? `${keyInWords(key)} is the key for “${COMMANDS[taken].does}”. Give that another one first.` : null);
      this.asked.set(null);
    }
    event.preventDefault();
    event.stopPropagation();
  }
}
