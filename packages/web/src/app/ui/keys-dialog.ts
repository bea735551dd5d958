import { Component } from '@angular/core';
import { MatDialogModule } from '@angular/material/dialog';

/** Every key there is, and what it does. */
export const KEYS: readonly (readonly [keys: string, does: string])[] = [
  ['U, held', 'the unprinted original, as placed'],
  ['W', 'the wipe: print on the left, original on the right'],
  ['B', 'hatch where the light will carry no dots'],
  [', and .', 'the peel line earlier, later'],
  ['[ and ]', 'a narrower, a wider brush'],
  ['E, held', 'strokes take away'],
  ['T', 'see through the print while a wear is placed'],
  ['Enter, Escape', 'close an outline, leave it'],
  ['C', 'the plan chest and the scanner'],
  ['A', 'add a pass or step behind the chosen line'],
  ['D', 'duplicate the chosen pass or step'],
  ['G, Shift G', 'group the chosen passes, ungroup'],
  ['O', 'the chosen pass on its own, all of them'],
  ['Delete', 'remove what is chosen'],
  ['Alt ↑, Alt ↓ on the ticket', 'print it earlier, later'],
  ['Ctrl or Shift and click', 'choose several passes'],
  ['N, Shift N', 'next pass, pass before'],
  ['↑, ↓ on the ticket', 'line above, line below'],
  ['Space, held, or the middle button', 'move the sheet about'],
  ['Wheel', 'nearer, farther'],
  ['Ctrl 0', 'the whole sheet'],
  ['Ctrl 1', 'one print pixel on one screen pixel'],
  ['Ctrl Z, Ctrl Shift Z', 'undo, redo'],
  ['Ctrl S', 'save now'],
  ['?', 'this list'],
];

@Component({
  selector: 'uv-keys-dialog',
  imports: [MatDialogModule],
  template: `
    <h2 mat-dialog-title>Keys</h2>
    <mat-dialog-content>
      <dl>
        @for (key of keys; track key[0]) {
          <dt>{{ key[0] }}</dt>
          <dd>{{ key[1] }}</dd>
        }
      </dl>
    </mat-dialog-content>
    <mat-dialog-actions align="end"><button class="uv-button" mat-dialog-close cdkFocusInitial>Close</button></mat-dialog-actions>
  `,
  styles: `
    h2 {
      font-weight: 700;
      font-size: 16px;
    }
    dl {
      display: grid;
      grid-template-columns: auto 1fr;
      color: var(--ink);
      font-size: 12.5px;
    }
    dt,
    dd {
      padding: 4px 14px 4px 0;
      border-bottom: var(--line);
    }
    dt {
      font-weight: 650;
    }
  `,
})
export class KeysDialog {
  protected readonly keys = KEYS;
}
