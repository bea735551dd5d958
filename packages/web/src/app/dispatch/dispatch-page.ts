import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import type { SendChoice } from '@uvrant/contract';
import { DispatchActions, dispatchFeature } from '../state/dispatch';
import { JobActions, jobsFeature } from '../state/jobs';
import { TrayNotice } from '../tray/tray-notice';
import { ChecksPanel } from './checks-panel';
import { GoingOut } from './going-out';
import { SendFoot } from './send-foot';
import { SendForm } from './send-form';
import { SentTable } from './sent-table';

/** What goes out, as what, and what was sent. */
@Component({
  selector: 'uv-dispatch-page',
  imports: [ChecksPanel, GoingOut, RouterLink, SendFoot, SendForm, SentTable, TrayNotice],
  template: `
    <section class="going" aria-labelledby="going-head">
      <h1 id="going-head">What goes out</h1>
      <div class="scrolls">
        <uv-going-out [sheets]="sheets()" [going]="going()" [infos]="infos()" (chosen)="chooseSheets($event)" />
        @if (sheets().length === 0) {
          <p class="none">
            This job has no sheet yet.
            <a [routerLink]="['/jobs', job()]">Make one from a picture.</a>
          </p>
        }
      </div>
    </section>
    <section class="as" aria-labelledby="as-head">
      <h1 id="as-head">
        As
        <small
          >each file is written from the same true print, frozen as the sheet is now; files are kept for 90 days, the latest for good</small
        >
      </h1>
      <div class="scrolls">
        <uv-send-form [choice]="choice()" (changed)="choose($event)" />
      </div>
      <uv-send-foot [choice]="choice()" [sheets]="goingSheets()" (changed)="choose($event)" (sent)="send()" />
    </section>
    <section class="checked" aria-labelledby="checked-head">
      <h1 id="checked-head">Checked for</h1>
      <div class="scrolls">
        <uv-checks-panel [sheets]="going()" [infos]="infos()" />
      </div>
    </section>
    <section class="sent" aria-label="What was sent">
      <uv-tray-notice />
      <uv-sent-table [jobName]="jobName()" />
    </section>
  `,
  styleUrl: './dispatch-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DispatchPage {
  readonly job = input.required<string>();
  private readonly store = inject(Store);
  protected readonly sheets = this.store.selectSignal(jobsFeature.selectSheetsToOpen);
  protected readonly infos = this.store.selectSignal(jobsFeature.selectPictures);
  private readonly opened = this.store.selectSignal(jobsFeature.selectJob);
  protected readonly jobName = computed(() => this.opened()?.name ?? 'files');
  protected readonly choice = this.store.selectSignal(dispatchFeature.selectChoice);
  protected readonly going = this.store.selectSignal(dispatchFeature.selectGoing);
  protected readonly goingSheets = computed(() => this.going().map(({ document }) => document));

  constructor() {
    effect(() => {
      this.store.dispatch(JobActions.jobEntered({ id: this.job() }));
      this.store.dispatch(DispatchActions.listWanted({ jobId: this.job() }));
    });
  }

  protected choose(choice: SendChoice): void {
    this.store.dispatch(DispatchActions.choiceChanged({ choice }));
  }

  protected chooseSheets(sheets: readonly string[]): void {
    this.store.dispatch(DispatchActions.sheetsChosen({ sheets }));
  }

  protected send(): void {
    const sheets = this.going().map(({ id }) => id);
    this.store.dispatch(DispatchActions.sendOutWanted({ jobId: this.job(), sheets, choice: this.choice() }));
  }
}
