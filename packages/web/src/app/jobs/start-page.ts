import { ChangeDetectionStrategy, Component, effect, inject } from '@angular/core';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { Router } from '@angular/router';
import { Store } from '@ngrx/store';
import { JobActions, jobsFeature } from '../state/jobs';

/** Opens the job opened last, on the bench where it has a sheet; without any job, asks for the first. */
@Component({
  selector: 'uv-start-page',
  imports: [MatFormField, MatInput],
  template: `
    <section>
      @if (problem(); as problem) {
        <h1>Nothing to open</h1>
        <p class="uv-warn" role="alert">{{ problem }}</p>
        <button type="button" class="uv-button" (click)="again()">Try again</button>
      } @else {
        <h1>Begin a job</h1>
        <p>A job holds the sheets, pictures and sent files of one commission.</p>
        <form (submit)="begin($event, name.value)">
          <label>
            Its name
            <mat-form-field><input matInput #name required maxlength="120" placeholder="Night concerts, spring" /></mat-form-field>
          </label>
          <button class="uv-button main">Begin</button>
        </form>
      }
    </section>
  `,
  styles: `
    section {
      display: grid;
      gap: 12px;
      justify-items: start;
      padding: 34px;
    }
    h1 {
      font-size: 1.5rem;
      font-stretch: 100%;
    }
    form {
      display: grid;
      gap: 12px;
    }
    mat-form-field {
      display: block;
      width: 340px;
      font-size: 1rem;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StartPage {
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly jobs = this.store.selectSignal(jobsFeature.selectJobs);
  private readonly contents = this.store.selectSignal(jobsFeature.selectContents);
  protected readonly problem = this.store.selectSignal(jobsFeature.selectProblem);

  constructor() {
    effect(() => {
      const [latest] = this.jobs();
      if (latest) this.store.dispatch(JobActions.jobEntered({ id: latest.id }));
    });
    effect(() => {
      const contents = this.contents();
      if (!contents) return;
      const [sheet] = contents.sheets;
      void this.router.navigate(sheet ? ['/jobs', contents.job.id, 'sheets', sheet.id] : ['/jobs', contents.job.id], { replaceUrl: true });
    });
  }

  protected again(): void {
    this.store.dispatch(JobActions.windowOpened());
  }

  protected begin(event: Event, name: string): void {
    event.preventDefault();
    if (name.trim()) this.store.dispatch(JobActions.newJobWanted({ name: name.trim() }));
  }
}
