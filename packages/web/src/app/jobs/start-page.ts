import { ChangeDetectionStrategy, Component, effect, inject, untracked } from '@angular/core';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { LastPlace } from '../keeping/last-place';
import { JobActions, jobsFeature } from '../state/jobs';
import { NewJob } from './new-job';

/** Goes back to where the person was, or to the bench of the job opened last; without any job, asks for the first. */
@Component({
  selector: 'uv-start-page',
  imports: [NewJob],
  template: `
    @if (problem(); as problem) {
      <section>
        <h1>Nothing to open</h1>
        <p class="uv-warn" role="alert">{{ problem }}</p>
        <button type="button" class="uv-button" (click)="again()">Try again</button>
      </section>
    } @else if (jobs(); as jobs) {
      @if (jobs.length === 0) {
        <uv-new-job />
      }
    }
  `,
  styleUrl: './start-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StartPage {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly last = inject(LastPlace);
  protected readonly jobs = this.store.selectSignal(jobsFeature.selectJobs);
  private readonly contents = this.store.selectSignal(jobsFeature.selectContents);
  protected readonly problem = this.store.selectSignal(jobsFeature.selectProblem);

  constructor() {
    effect(() => {
      const [jobs, contents] = [this.jobs(), this.contents()];
      const last = this.last.place();
      const known = jobs?.find(({ id }) => id === last?.job);
      const job = known ?? jobs?.[0];
      if (!job) return;
      if (contents?.job.id !== job.id) return untracked(() => this.store.dispatch(JobActions.jobEntered({ id: job.id })));
      const sheets = contents.sheets.filter(({ fault }) => fault === null);
      const sheet = sheets.find(({ id }) => known && id === last?.sheet) ?? sheets[0];
      const page = known && last ? last.page : 'sheets';
      const within = page === 'dispatch' ? [page] : page === 'sheets' && sheet ? [page, sheet.id] : [];
      void this.router.navigate(['/jobs', job.id, ...within], { replaceUrl: true });
    });
  }

  protected again(): void {
    this.store.dispatch(JobActions.windowOpened());
  }
}
