import { afterNextRender, ChangeDetectionStrategy, Component, inject, viewChild, type ElementRef } from '@angular/core';
import { MatFormField } from '@angular/material/form-field';
import { MatInput } from '@angular/material/input';
import { Store } from '@ngrx/store';
import { JobActions, jobsFeature } from '../state/jobs';

/** Asks for the name of a new job and begins it. */
@Component({
  selector: 'uv-new-job',
  imports: [MatFormField, MatInput],
  template: `
    <section>
      <h1>Begin a job</h1>
      <p>A job holds the sheets, pictures and sent files of one commission.</p>
      <form (submit)="begin($event, name.value)">
        <label>
          Its name
          <mat-form-field>
            <input matInput #name required maxlength="120" placeholder="Night concerts, spring" />
          </mat-form-field>
        </label>
        <button class="uv-button main">Begin</button>
      </form>
      @if (problem(); as problem) {
        <p class="uv-warn" role="alert">{{ problem }}</p>
      }
    </section>
  `,
  styleUrl: './start-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NewJob {
  private readonly store = inject(Store);
  protected readonly problem = this.store.selectSignal(jobsFeature.selectProblem);

  private readonly field = viewChild.required<ElementRef<HTMLInputElement>>('name');

  constructor() {
    // Nothing else on the page is there to be done.
    afterNextRender(() => this.field().nativeElement.focus());
  }

  protected begin(event: Event, name: string): void {
    event.preventDefault();
    if (name.trim()) this.store.dispatch(JobActions.newJobWanted({ name: name.trim() }));
  }
}
