import { Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { TrayActions, trayFeature } from '../state/tray';

/** What was just removed, with a way back; or why it was not. */
@Component({
  selector: 'uv-tray-notice',
  imports: [RouterLink],
  template: `
    @if (problem(); as problem) {
      <p class="uv-warn" role="alert">
        {{ problem }}
        <button type="button" (click)="close()">Close</button>
      </p>
    } @else if (latest(); as item) {
      <p role="status">
        <span>
          “{{ item.name }}” lies in the
          <a routerLink="/tray">tray</a>
          for 30 days.
        </span>
        <button type="button" (click)="back()">Put it back</button>
        <button type="button" (click)="close()">Close</button>
      </p>
    }
  `,
  styles: `
    p {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 12px;
      align-items: baseline;
      margin: 0 0 10px;
      padding: 6px 10px;
      border: 1px solid var(--ink);
      background: var(--paper);
      overflow-wrap: anywhere;
    }
    a,
    button {
      color: var(--cobalt);
      font-weight: 650;
      text-decoration: underline;
    }
  `,
})
export class TrayNotice {
  private readonly store = inject(Store);
  protected readonly latest = this.store.selectSignal(trayFeature.selectLatest);
  private readonly refused = this.store.selectSignal(trayFeature.selectProblem);
  protected readonly problem = computed(() => this.refused());

  protected back(): void {
    const item = this.latest();
    if (item) this.store.dispatch(TrayActions.putBackWanted({ item }));
  }

  protected close(): void {
    this.store.dispatch(TrayActions.noticeRead());
  }
}
