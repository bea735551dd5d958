import { Injectable, inject } from '@angular/core';
import { MatSnackBar, type MatSnackBarRef, type TextOnlySnackBar } from '@angular/material/snack-bar';

/** How long a notice stands that nobody answers, ms. */
const STANDS_MS = 12_000;

/** Short notices at the bottom of the window, with one thing that can be done about them. */
@Injectable({ providedIn: 'root' })
export class Notices {
  private readonly bar = inject(MatSnackBar);

  say(words: string, action: string, act: () => void): MatSnackBarRef<TextOnlySnackBar> {
    const notice = this.bar.open(words, action, { duration: STANDS_MS, horizontalPosition: 'center', verticalPosition: 'bottom' });
    notice.onAction().subscribe(act);
    return notice;
  }
}
