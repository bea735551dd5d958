import { Component, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { TrayActions, trayFeature } from '../state/tray';
import type { TrayItem, TrayKind } from '../state/model';
import { TrayNotice } from './tray-notice';

const day = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });
const DAY_MS = 24 * 3600 * 1000;

const KINDS: Readonly<Record<TrayKind, string>> = {
  job: 'job, with all that is in it',
  sheet: 'sheet',
  picture: 'picture',
  font: 'font',
  'send-out': 'sent file',
};

/** What was removed: it can be put back for 30 days. */
@Component({
  selector: 'uv-tray-page',
  imports: [RouterLink, TrayNotice],
  template: `
    <div class="page">
      <h1>Tray</h1>
      <p class="lead">
        What is removed lies here for 30 days and can be put back. A picture or font that a sheet still needs is never taken away.
      </p>
      <uv-tray-notice />
      @if (items(); as items) {
        <table>
          <thead>
            <tr>
              <th>Name</th>
              <th>What</th>
              <th>Used by</th>
              <th>Removed</th>
              <th>Goes in</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            @for (item of items; track item.kind + item.id + item.jobId) {
              <tr>
                <td>
                  <b [title]="item.name">{{ item.name }}</b>
                </td>
                <td>{{ kinds[item.kind] }}</td>
                <td>{{ item.usedBy.join(', ') || '–' }}</td>
                <td>{{ time(item.removedAt) }}</td>
                <td>{{ daysLeft(item) }}</td>
                <td class="do">
                  <button type="button" class="uv-button" [attr.aria-label]="'Put back ' + item.name" (click)="putBack(item)">
                    Put back
                  </button>
                </td>
              </tr>
            } @empty {
              <tr>
                <td colspan="6">Nothing lies in the tray.</td>
              </tr>
            }
          </tbody>
        </table>
      } @else {
        <p role="status">Reading the tray…</p>
      }
      <p class="lead"><a routerLink="/">Back to the job</a></p>
    </div>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
      overflow-y: auto;
      background: var(--form);
    }
    .page {
      max-width: 1080px;
      padding: 24px 34px;
    }
    h1 {
      font-size: 22px;
      font-stretch: 100%;
    }
    .lead {
      margin: 4px 0 14px;
      color: var(--soft);
      a {
        color: var(--cobalt);
        font-weight: 650;
      }
    }
    table {
      width: 100%;
      margin-bottom: 14px;
      border-collapse: collapse;
      border-top: var(--rule);
      table-layout: fixed;
    }
    th {
      padding: 4px 10px 4px 0;
      border-bottom: 1px solid var(--ink);
      color: var(--soft);
      font-size: 11px;
      font-weight: 400;
      text-align: left;
    }
    td {
      height: 42px;
      padding: 5px 14px 5px 0;
      border-bottom: var(--line);
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .do {
      padding-right: 0;
      text-align: right;
    }
  `,
})
export class TrayPage {
  private readonly store = inject(Store);
  protected readonly items = this.store.selectSignal(trayFeature.selectItems);
  protected readonly kinds = KINDS;

  constructor() {
    this.store.dispatch(TrayActions.trayOpened());
  }

  protected time(at: number): string {
    return day.format(at);
  }

  protected daysLeft({ goesAt }: TrayItem): string {
    const days = Math.max(0, Math.ceil((goesAt - Date.now()) / DAY_MS));
    return `${days} ${days === 1 ? 'day' : 'days'}`;
  }

  protected putBack(item: TrayItem): void {
    this.store.dispatch(TrayActions.putBackWanted({ item }));
  }
}
