import { Component, effect, inject, input } from '@angular/core';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { Api } from '../api/api';
import { DispatchActions, dispatchFeature } from '../state/dispatch';
import { JobActions, jobsFeature } from '../state/jobs';
import type { SendOut } from '../state/model';
import { TrayActions } from '../state/tray';
import { TrayNotice } from '../tray/tray-notice';

const when = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' });

const STATES: Readonly<Record<SendOut['state'], string>> = {
  queued: 'waits its turn',
  rendering: 'being rendered',
  done: 'sent out',
  failed: 'failed',
  cancelled: 'called off',
};

const bytesInWords = (bytes: number): string => (bytes >= 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.ceil(bytes / 1e3)} kB`);

/** Files sent out of the job, and those on their way. */
@Component({
  selector: 'uv-dispatch-page',
  imports: [MatProgressBarModule, RouterLink, TrayNotice],
  template: `
    <div class="page">
      <h1>Send out</h1>
      <p class="lead">
        A sheet is frozen as it is when it is sent out, and rendered at its own pixels. Later changes do not touch the file. Files are kept
        for 90 days, and the latest of each sheet for good.
      </p>
      <uv-tray-notice />
      @if (problem(); as problem) {
        <p class="uv-warn" role="alert">{{ problem }}</p>
      }
      <ul class="sheets">
        @for (sheet of sheets(); track sheet.id) {
          <li>
            <b>{{ sheet.document.name }}</b>
            <button type="button" class="uv-button" (click)="send(sheet.id)">PNG, clear ground</button>
          </li>
        } @empty {
          <li>
            This job has no sheet yet.
            <a [routerLink]="['/jobs', job()]">Make one from a picture.</a>
          </li>
        }
      </ul>
      <table>
        <thead>
          <tr>
            <th>Sheet</th>
            <th>File</th>
            <th class="figure">Pixels</th>
            <th class="figure">ppi</th>
            <th class="figure">Size</th>
            <th>State</th>
            <th></th>
          </tr>
        </thead>
        <tbody>
          @for (each of sendOuts(); track each.id) {
            <tr>
              <td>
                <b>{{ each.sheetName }}</b>
              </td>
              <td class="file">{{ each.fileName }}</td>
              <td class="figure">{{ each.width }} × {{ each.height }}</td>
              <td class="figure">{{ each.devicePpi }}</td>
              <td class="figure">{{ each.bytes === null ? '' : bytes(each.bytes) }}</td>
              <td class="state">
                @if (each.state === 'rendering') {
                  <span>{{ share(each) }} %</span>
                  <mat-progress-bar mode="determinate" [value]="share(each)" [attr.aria-label]="'Rendering ' + each.sheetName" />
                } @else {
                  {{ states[each.state] }} {{ each.finishedAt ? time(each.finishedAt) : '' }}
                  @if (each.error) {
                    <p class="bad">{{ each.error }}</p>
                  }
                }
              </td>
              <td>
                @if (each.state === 'done') {
                  <a class="uv-button" [href]="api.fileUrl(each.id)" [attr.download]="each.fileName">Take the file</a>
                } @else if (each.state === 'queued' || each.state === 'rendering') {
                  <button type="button" class="uv-button" (click)="callOff(each.id)">Call it off</button>
                } @else {
                  <button type="button" class="uv-button" (click)="send(each.sheetId)">Send out again</button>
                }
                @if (each.state !== 'queued' && each.state !== 'rendering') {
                  <button type="button" class="remove" [attr.aria-label]="'Remove ' + each.fileName" (click)="remove(each)">Remove</button>
                }
              </td>
            </tr>
          } @empty {
            <tr>
              <td colspan="7" class="none">Nothing has been sent out of this job yet.</td>
            </tr>
          }
        </tbody>
      </table>
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
      padding: 24px 34px;
    }
    h1 {
      font-size: 22px;
      font-stretch: 100%;
    }
    .lead {
      margin: 4px 0 14px;
      color: var(--soft);
    }
    .sheets {
      display: flex;
      flex-wrap: wrap;
      gap: 10px 26px;
      margin-bottom: 20px;
      li {
        display: flex;
        align-items: baseline;
        gap: 10px;
      }
      a {
        color: var(--cobalt);
      }
    }
    table {
      width: 100%;
      border-collapse: collapse;
      border-top: var(--rule);
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
      padding: 5px 10px 5px 0;
      border-bottom: var(--line);
    }
    .figure {
      text-align: right;
      padding-right: 24px;
    }
    .state {
      width: 230px;
    }
    .file {
      color: var(--soft);
    }
    td:last-child:not(.none) {
      width: 200px;
      padding-right: 0;
      text-align: right;
    }
    .bad {
      color: var(--alarm);
      font-size: 11.5px;
    }
    .none {
      color: var(--soft);
      text-align: left;
    }
    .remove {
      margin-left: 10px;
      color: var(--soft);
      font-size: 11.5px;
      text-decoration: underline;
    }
    a.uv-button {
      display: inline-block;
    }
  `,
})
export class DispatchPage {
  readonly job = input.required<string>();
  protected readonly api = inject(Api);
  private readonly store = inject(Store);
  protected readonly sheets = this.store.selectSignal(jobsFeature.selectSheets);
  protected readonly sendOuts = this.store.selectSignal(dispatchFeature.selectSendOuts);
  protected readonly problem = this.store.selectSignal(dispatchFeature.selectProblem);
  private readonly shares = this.store.selectSignal(dispatchFeature.selectShares);
  protected readonly states = STATES;
  protected readonly bytes = bytesInWords;

  constructor() {
    effect(() => {
      this.store.dispatch(JobActions.jobEntered({ id: this.job() }));
      this.store.dispatch(DispatchActions.listWanted({ jobId: this.job() }));
    });
  }

  protected share({ id }: SendOut): number {
    return Math.round(100 * (this.shares()[id] ?? 0));
  }

  protected time(at: number): string {
    return when.format(at);
  }

  protected send(sheetId: string): void {
    this.store.dispatch(DispatchActions.sendOutWanted({ sheetId, format: 'png' }));
  }

  protected remove({ id, jobId, fileName }: SendOut): void {
    this.store.dispatch(TrayActions.removalWanted({ item: { kind: 'send-out', id, jobId, name: fileName } }));
  }

  protected callOff(id: string): void {
    this.store.dispatch(DispatchActions.sendOutCalledOff({ id }));
  }
}
