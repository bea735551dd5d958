import { ChangeDetectionStrategy, Component, effect, inject, viewChild } from '@angular/core';
import { MatSort, MatSortModule } from '@angular/material/sort';
import { MatTableDataSource, MatTableModule } from '@angular/material/table';
import { MatTooltip } from '@angular/material/tooltip';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { TrayActions, trayFeature } from '../state/tray';
import type { TrayItem, TrayKind } from '@uvrant/contract';
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
  imports: [MatSortModule, MatTableModule, MatTooltip, RouterLink, TrayNotice],
  template: `
    <div class="uv-page">
      <h1>Tray</h1>
      <p class="uv-lead">
        What is removed lies here for 30 days and can be put back. A picture or font that a sheet still needs is never taken away.
      </p>
      <uv-tray-notice />
      @if (items(); as items) {
        @if (items.length > 0) {
          <table mat-table matSort matSortActive="removedAt" matSortDirection="desc" [dataSource]="rows" aria-label="What lies in the tray">
            <ng-container matColumnDef="name">
              <th mat-header-cell mat-sort-header *matHeaderCellDef>Name</th>
              <td mat-cell *matCellDef="let item">
                <b [matTooltip]="item.name">{{ item.name }}</b>
              </td>
            </ng-container>
            <ng-container matColumnDef="kind">
              <th mat-header-cell mat-sort-header *matHeaderCellDef>What</th>
              <td mat-cell *matCellDef="let item">{{ kindOf(item) }}</td>
            </ng-container>
            <ng-container matColumnDef="usedBy">
              <th mat-header-cell *matHeaderCellDef>Used by</th>
              <td mat-cell *matCellDef="let item">{{ item.usedBy.join(', ') || '–' }}</td>
            </ng-container>
            <ng-container matColumnDef="removedAt">
              <th mat-header-cell mat-sort-header *matHeaderCellDef>Removed</th>
              <td mat-cell *matCellDef="let item">{{ time(item.removedAt) }}</td>
            </ng-container>
            <ng-container matColumnDef="goesAt">
              <th mat-header-cell mat-sort-header *matHeaderCellDef>Goes in</th>
              <td mat-cell *matCellDef="let item">{{ daysLeft(item) }}</td>
            </ng-container>
            <ng-container matColumnDef="do">
              <th mat-header-cell *matHeaderCellDef><span class="uv-visually-hidden">What can be done</span></th>
              <td mat-cell *matCellDef="let item" class="do">
                <button type="button" class="uv-button" [attr.aria-label]="'Put back ' + item.name" (click)="putBack(item)">
                  Put back
                </button>
              </td>
            </ng-container>
            <tr mat-header-row *matHeaderRowDef="columns; sticky: true"></tr>
            <tr mat-row *matRowDef="let row; columns: columns"></tr>
          </table>
        } @else {
          <p class="uv-lead">Nothing lies in the tray.</p>
        }
      } @else {
        <p role="status">Reading the tray…</p>
      }
      <p class="uv-lead"><a routerLink="/">Back to the job</a></p>
    </div>
  `,
  styles: `
    :host {
      display: block;
      height: 100%;
    }
    .uv-page > * {
      max-width: 1080px;
    }
    .uv-lead a {
      color: var(--cobalt);
      font-weight: 650;
    }
    table {
      margin-bottom: 14px;
      table-layout: fixed;
    }
    td {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .do {
      text-align: right;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TrayPage {
  private readonly store = inject(Store);
  protected readonly items = this.store.selectSignal(trayFeature.selectItems);
  protected readonly columns = ['name', 'kind', 'usedBy', 'removedAt', 'goesAt', 'do'];
  protected readonly rows = new MatTableDataSource<TrayItem>();
  private readonly sort = viewChild(MatSort);

  constructor() {
    this.store.dispatch(TrayActions.trayOpened());
    effect(() => {
      this.rows.data = [...(this.items() ?? [])];
      this.rows.sort = this.sort() ?? null;
    });
  }

  protected kindOf({ kind }: TrayItem): string {
    return KINDS[kind];
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
