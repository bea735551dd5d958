import { ChangeDetectionStrategy, Component, inject, output } from '@angular/core';
import { Store } from '@ngrx/store';
import { findPass, mended, type Finding, type FoundPlace } from '@uvrant/core';
import { Findings } from '../dispatch/findings';
import { ProfileChoice } from '../dispatch/profile-choice';
import { BenchActions } from '../state/bench';
import { Editing } from './editing';
import { Rendering } from './view/rendering';

/** What would not print, in the place of the dials. */
@Component({
  selector: 'uv-checks-column',
  imports: [Findings, ProfileChoice],
  template: `
    @if (editing.document(); as sheet) {
      <div class="head">
        <h2>Checked for</h2>
        <button type="button" class="uv-link" (click)="closed.emit()">Close</button>
        <uv-profile-choice [sheet]="sheet" />
      </div>
      <uv-findings
        [sheet]="sheet"
        [report]="rendering.checks()"
        [version]="rendering.whole()"
        [canShow]="true"
        (shown)="show($event)"
        (mended)="mend($event)"
      />
    }
  `,
  styles: `
    :host {
      min-height: 0;
      overflow-y: auto;
      border-left: var(--rule);
      background: var(--form);
    }
    .head {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 2px 10px;
      padding: 9px 14px;
      border-bottom: var(--rule);
    }
    uv-profile-choice {
      grid-column: 1 / -1;
    }
    h2 {
      font-size: 1rem;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ChecksColumn {
  readonly closed = output<void>();
  /** A place that the table is to show. */
  readonly placeShown = output<FoundPlace>();
  protected readonly editing = inject(Editing);
  protected readonly rendering = inject(Rendering);
  private readonly store = inject(Store);

  protected show({ pass, place }: Finding): void {
    const document = this.editing.document();
    if (pass !== null && document && findPass(document, pass)) this.store.dispatch(BenchActions.lineChosen({ line: { pass, step: null } }));
    if (place) this.placeShown.emit(place);
  }

  protected mend({ mend }: Finding): void {
    if (mend) this.editing.sheet((sheet) => mended(sheet, mend.change));
  }
}
