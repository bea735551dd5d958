import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { TrayActions, trayFeature } from '../state/tray';

/** Why something was not removed or put back. */
@Component({
  selector: 'uv-tray-notice',
  template: `
    @if (problem(); as problem) {
      <p class="uv-warn" role="alert">
        {{ problem }}
        <button type="button" class="uv-link" (click)="close()">Close</button>
      </p>
    }
  `,
  styles: `
    p {
      margin: 0 0 10px;
      overflow-wrap: anywhere;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TrayNotice {
  private readonly store = inject(Store);
  protected readonly problem = this.store.selectSignal(trayFeature.selectProblem);

  protected close(): void {
    this.store.dispatch(TrayActions.noticeRead());
  }
}
