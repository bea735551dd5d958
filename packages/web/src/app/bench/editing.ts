import { Injectable, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import { findPass, withPass, type Pass, type Sheet, type Step } from '@uvrant/core';
import { BenchActions, benchFeature } from '../state/bench';

/** Changes to the sheet on the bench. Changes of one gesture undo as one; a change to nothing new ends the gesture. */
@Injectable()
export class Editing {
  private readonly store = inject(Store);
  private readonly document = this.store.selectSignal(benchFeature.selectDocument);

  sheet(change: (sheet: Sheet) => Sheet, gesture: string | null = null): void {
    const sheet = this.document();
    if (sheet) this.store.dispatch(BenchActions.sheetEdited({ document: change(sheet), gesture }));
  }

  pass(id: string, change: (pass: Pass) => Pass, gesture: string | null = null): void {
    const sheet = this.document();
    const pass = sheet && findPass(sheet, id);
    if (!pass) return;
    const next = change(pass);
    if (JSON.stringify(next) === JSON.stringify(pass)) this.store.dispatch(BenchActions.gestureEnded());
    else this.sheet((each) => withPass(each, id, () => next), gesture);
  }

  step(passId: string, stepId: string, change: (step: Step) => Step, gesture: string | null = null): void {
    this.pass(passId, (pass) => ({ ...pass, steps: pass.steps.map((step) => (step.id === stepId ? change(step) : step)) }), gesture);
  }
}
