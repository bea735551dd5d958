import { Injectable, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  clipIn,
  clipText,
  findPass,
  insertPass,
  passesFrom,
  passesOf,
  passWith,
  placeOf,
  type Clip,
  type Clipped,
  type Pass,
  type Sheet,
} from '@uvrant/core';
import { benchFeature } from '../../state/bench';
import { Attachments } from '../attached/attachments';
import { Editing } from '../editing';
import { freshId, TicketEdits } from './ticket-edits';

/** Copies what is chosen as text, and puts such text into the sheet: also another one, of this job or not. */
@Injectable()
export class Clipboard {
  private readonly editing = inject(Editing);
  private readonly edits = inject(TicketEdits);
  private readonly attachments = inject(Attachments);
  private readonly store = inject(Store);
  private readonly document = this.store.selectSignal(benchFeature.selectDocument);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);

  /** The open mask or wear, the chosen step, or the chosen passes in printing order; null where nothing is chosen. */
  private chosen(sheet: Sheet): Clipped | null {
    const [mask, wear] = [this.attachments.mask(), this.attachments.wear()];
    if (mask) return { masks: [mask] };
    if (wear) return { wears: [wear] };
    const { pass: id, step } = this.line();
    const pass = id === null ? undefined : findPass(sheet, id);
    if (!pass) return null;
    if (step !== null) return { steps: pass.steps.filter((each) => each.id === step) };
    const ids = new Set(this.editing.chosenIds());
    return { passes: outermost(sheet.passes, ids) };
  }

  /** What is chosen as text; null where nothing is. */
  text(): string | null {
    const sheet = this.document();
    const chosen = sheet && this.chosen(sheet);
    return chosen ? clipText(sheet, chosen) : null;
  }

  /** Removes what was copied. */
  cut(): void {
    if (this.attachments.mask() || this.attachments.wear()) this.attachments.remove();
    else this.edits.remove();
  }

  /** Puts a text into the sheet, behind what is chosen; false where it is none of what is copied here. */
  paste(text: string): boolean {
    const sheet = this.document();
    let clip: Clip | null;
    try {
      clip = clipIn(text);
    } catch (error) {
      this.editing.refused.set((error as Error).message);
      return true;
    }
    if (!sheet || !clip) return false;
    if ('passes' in clip.clipped) this.pastePasses(sheet, clip);
    else this.pasteInto(sheet, clip);
    return true;
  }

  private pastePasses(sheet: Sheet, clip: Clip): void {
    const found = passesFrom(sheet, clip, freshId);
    const last = found?.passes.at(-1);
    if (!found || !last) return;
    const { pass: id } = this.line();
    const place = id === null ? null : placeOf(sheet, id);
    let after = place ? id : (sheet.passes.at(-1)?.id ?? null);
    let into = found.sheet;
    for (const pass of found.passes) {
      into = insertPass(into, pass, { group: place?.group ?? null, after });
      after = pass.id;
    }
    if (!this.editing.sheet(() => into)) return;
    this.editing.choose({ pass: last.id, step: null });
    if (found.without) this.editing.refused.set(`Pasted without what it reads: ${found.without}.`);
  }

  /** Steps, masks and wears go to each of the chosen passes, steps behind the chosen one. */
  private pasteInto(sheet: Sheet, clip: Clip): void {
    const { pass: first, step } = this.line();
    const ids = this.editing.chosenIds();
    if (first === null || ids.length === 0) {
      this.editing.refused.set('Not pasted: choose the pass that it is for first.');
      return;
    }
    let [into, last] = [sheet, null as string | null];
    for (const id of ids) {
      const pass = findPass(into, id);
      const made = pass && passWith(into, pass, clip, id === first ? step : null, freshId);
      if (!made) continue;
      into = { ...made.sheet, passes: made.sheet.passes.map((each) => replaced(each, made.pass)) };
      if (id === first && 'steps' in clip.clipped) last = made.ids.at(-1) ?? null;
    }
    if (this.editing.sheet(() => into) && last !== null) this.editing.choose({ pass: first, step: last });
  }
}

/** Those of some passes that are in no other of them, in printing order. */
const outermost = (passes: readonly Pass[], ids: ReadonlySet<string>): Pass[] =>
  passes.flatMap((pass) => {
    if (ids.has(pass.id)) return [pass];
    return pass.source.kind === 'group' ? outermost(pass.source.passes, ids) : [];
  });

/** A pass, or that within it, in place of the one with its id. */
const replaced = (pass: Pass, by: Pass): Pass => {
  if (pass.id === by.id) return by;
  if (pass.source.kind !== 'group' || ![...passesOf(pass.source.passes)].some(({ id }) => id === by.id)) return pass;
  return { ...pass, source: { ...pass.source, passes: pass.source.passes.map((each) => replaced(each, by)) } };
};
