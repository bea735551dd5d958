import { Injectable, effect, inject } from '@angular/core';
import type { MatSnackBarRef, TextOnlySnackBar } from '@angular/material/snack-bar';
import { Store } from '@ngrx/store';
import { TrayActions, trayFeature } from '../state/tray';
import { Notices } from '../ui/notices';

/** Says what was just put in the tray, with a way back. */
@Injectable({ providedIn: 'root' })
export class RemovalNotices {
  private readonly store = inject(Store);
  private readonly notices = inject(Notices);
  private readonly latest = this.store.selectSignal(trayFeature.selectLatest);
  private shown: MatSnackBarRef<TextOnlySnackBar> | null = null;

  constructor() {
    effect(() => {
      const item = this.latest();
      this.shown?.dismiss();
      this.shown = item
        ? this.notices.say(`“${item.name}” lies in the tray for 30 days.`, 'Put it back', () =>
            this.store.dispatch(TrayActions.putBackWanted({ item })),
          )
        : null;
    });
  }
}
