import { DestroyRef, Injectable, effect, inject, signal } from '@angular/core';
import type { MatSnackBarRef, TextOnlySnackBar } from '@angular/material/snack-bar';
import { Store } from '@ngrx/store';
import { findPass, inkOfColour, referenceFault, withPass, type ColourRef, type Pass, type Sheet, type Step } from '@uvrant/core';
import { Timing } from '../engine/timing';
import { Notices } from '../ui/notices';
import { BenchActions, benchFeature, type Line } from '../state/bench';

/** Changes to the sheet on the bench. Changes of one gesture undo as one; a change to nothing new ends the gesture. */
@Injectable()
export class Editing {
  private readonly store = inject(Store);
  private readonly timing = inject(Timing);
  private readonly notices = inject(Notices);
  /** The sheet on the bench as it is now. */
  readonly document = this.store.selectSignal(benchFeature.selectDocument);
  private readonly chosen = this.store.selectSignal(benchFeature.selectChosenIds);

  /** A change that goes into the sheet with the next edit, undone with it. */
  private along: ((sheet: Sheet) => Sheet) | null = null;

  /** What the next edit needs beside itself: such as the ink that a colour is about to name. */
  withNext(change: (sheet: Sheet) => Sheet): void {
    this.along = change;
  }

  /** A colour that was chosen as an ink of the sheet: the one that has it, or a new one with a name, which comes with the next edit. */
  inkFor(colour: string): ColourRef {
    const sheet = this.document();
    if (!sheet) return { srgb: colour };
    const ink = inkOfColour(sheet, colour, crypto.randomUUID());
    this.withNext((each) => (each.inks.some(({ id }) => id === ink.id) ? each : { ...each, inks: [...each.inks, ink] }));
    return { ink: ink.id };
  }

  /** A removal that can be taken back with one click, until the sheet changes again. */
  private removal: { readonly document: Sheet | null; readonly notice: MatSnackBarRef<TextOnlySnackBar> } | null = null;

  constructor() {
    inject(DestroyRef).onDestroy(() => this.removal?.notice.dismiss());
    effect(() => {
      if (this.removal && this.document() !== this.removal.document) this.removal.notice.dismiss();
    });
  }

  /** Says what the latest edit removed, with a way back. */
  removed(what: string): void {
    const notice = this.notices.say(`${what} removed.`, 'Undo', () => this.store.dispatch(BenchActions.editUndone()));
    this.removal = { document: this.document(), notice };
  }

  /** Why the latest edit was not made; null once another was. */
  readonly refused = signal<string | null>(null);

  /**
   * Makes an edit, unless it would let a pass read one that is not printed before it; then it says why. One that `joins` undoes
   * with the latest edit where that was of the same gesture, though the gesture has ended.
   */
  sheet(change: (sheet: Sheet) => Sheet, gesture: string | null = null, joins = false): boolean {
    const sheet = this.document();
    if (!sheet) return false;
    const document = change(this.along?.(sheet) ?? sheet);
    this.along = null;
    const fault = referenceFault(document);
    if (fault && !referenceFault(sheet)) {
      this.refused.set(`Not done: ${fault}. Change that first.`);
      return false;
    }
    this.refused.set(null);
    this.timing.changed();
    this.store.dispatch(BenchActions.sheetEdited({ document, gesture, joins }));
    return true;
  }

  pass(id: string, change: (pass: Pass) => Pass, gesture: string | null = null, joins = false): void {
    const sheet = this.document();
    const pass = sheet && findPass(sheet, id);
    if (!pass) return;
    const next = change(pass);
    if (JSON.stringify(next) === JSON.stringify(pass)) {
      this.along = null;
      this.endGesture();
    } else this.sheet((each) => withPass(each, id, () => next), gesture, joins);
  }

  step(passId: string, stepId: string, change: (step: Step) => Step, gesture: string | null = null): void {
    this.pass(passId, (pass) => ({ ...pass, steps: pass.steps.map((step) => (step.id === stepId ? change(step) : step)) }), gesture);
  }

  endGesture(): void {
    this.store.dispatch(BenchActions.gestureEnded());
  }

  choose(line: Line): void {
    this.store.dispatch(BenchActions.lineChosen({ line }));
  }

  /** Ids of the chosen passes, the line's own first. */
  chosenIds(): readonly string[] {
    return this.chosen();
  }
}
