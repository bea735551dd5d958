import { Injectable, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import {
  anotherOf,
  clipOf,
  copiedPass,
  copiedStep,
  findPass,
  freshPass,
  groupPasses,
  insertPass,
  movePass,
  passesFrom,
  passWith,
  placeOf,
  removePasses,
  removeStep,
  shiftPass,
  shiftStep,
  ungroupPass,
  wholeSheet,
  withPass,
  type Pass,
  type PassPlace,
  type Sheet,
} from '@uvrant/core';
import { BenchActions, benchFeature } from '../../state/bench';
import { JobActions } from '../../state/jobs';
import type { KeptSheet } from '@uvrant/contract';
import type { Asset } from '@uvrant/contract';
import { ofPicture } from '../adding/additions';
import { Editing } from '../editing';
import { stepTitle } from '../words';

/** What steps can be put on: a pass of the sheet, or a picture of the job. */
export type StepTarget = { readonly pass: string } | { readonly asset: Asset };

export const freshId = (): string => crypto.randomUUID().slice(0, 8);

const newGroup = (sheet: Sheet): Pass => freshPass(freshId(), 'Group', { kind: 'group', passes: [] }, wholeSheet(sheet.size));

/** What is done to whole passes and steps, from the ticket's buttons and by keys. */
@Injectable()
export class TicketEdits {
  private readonly store = inject(Store);
  private readonly editing = inject(Editing);
  private readonly document = this.store.selectSignal(benchFeature.selectDocument);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);
  private readonly only = this.store.selectSignal(benchFeature.selectAlone);

  /** One place earlier or later: the chosen step within its pass, or the chosen pass. */
  shift(by: 1 | -1): void {
    const { pass, step } = this.line();
    if (pass === null) return;
    this.editing.sheet((sheet) => (step === null ? shiftPass(sheet, pass, by) : shiftStep(sheet, pass, step, by)));
  }

  move(id: string, place: PassPlace): void {
    this.editing.sheet((sheet) => movePass(sheet, id, place));
  }

  duplicate(): void {
    const sheet = this.document();
    const { pass: id, step } = this.line();
    const pass = sheet && id !== null ? findPass(sheet, id) : undefined;
    const place = sheet && id !== null ? placeOf(sheet, id) : null;
    if (!sheet || !pass || !place) return;
    if (step !== null) {
      const original = pass.steps.find((one) => one.id === step);
      if (!original) return;
      const copy = copiedStep(original, freshId);
      this.editing.pass(pass.id, (each) => ({ ...each, steps: each.steps.flatMap((one) => (one.id === step ? [one, copy] : [one])) }));
      return this.editing.choose({ pass: pass.id, step: copy.id });
    }
    this.duplicatePasses(sheet);
  }

  /** Each of the chosen passes again, behind itself. */
  private duplicatePasses(sheet: Sheet): void {
    const copies = this.editing.chosenIds().flatMap((id) => {
      const [pass, place] = [findPass(sheet, id), placeOf(sheet, id)];
      return pass && place ? [{ pass: anotherOf(copiedPass(pass, freshId)), place: { group: place.group, after: id } }] : [];
    });
    const isDone = this.editing.sheet((each) => copies.reduce((all, { pass, place }) => insertPass(all, pass, place), each));
    const [first, ...more] = copies.map(({ pass }) => pass.id);
    if (!isDone || first === undefined) return;
    this.editing.choose({ pass: first, step: null });
    for (const id of more) this.store.dispatch(BenchActions.passChosenToo({ id }));
  }

  remove(): void {
    const { pass, step } = this.line();
    if (pass === null) return;
    const ids = this.editing.chosenIds();
    const sheet = this.document();
    const gone = sheet ? findPass(sheet, pass) : undefined;
    const kept = step === null && sheet ? ids.flatMap((id) => findPass(sheet, id) ?? []).find(({ locked }) => locked) : undefined;
    if (kept) return this.editing.refused.set(`Not removed: “${kept.name}” is locked. Unlock it first.`);
    const goneStep = gone?.steps.find(({ id }) => id === step);
    const one = goneStep ? stepTitle(goneStep) : gone?.name;
    if (this.editing.sheet((each) => (step === null ? removePasses(each, ids) : removeStep(each, pass, step)))) {
      this.editing.removed(step === null && ids.length > 1 ? `${ids.length} passes` : `“${one ?? ''}”`);
    }
  }

  group(): void {
    const sheet = this.document();
    const ids = this.editing.chosenIds();
    if (!sheet || ids.length === 0) return;
    const group = newGroup(sheet);
    const grouped = groupPasses(sheet, ids, group);
    if (!grouped)
      return this.editing.refused.set('Not done: only passes that stand in the same group, or all on the sheet itself, become a group.');
    if (this.editing.sheet(() => grouped)) this.editing.choose({ pass: group.id, step: null });
  }

  /** Locks the chosen passes, or unlocks them where all of them are. */
  lock(): void {
    const sheet = this.document();
    const chosen = sheet ? this.editing.chosenIds().flatMap((id) => findPass(sheet, id) ?? []) : [];
    const isOn = !chosen.every(({ locked }) => locked);
    const changed = ({ locked: _, ...pass }: Pass): Pass => (isOn ? { ...pass, locked: true } : pass);
    this.editing.sheet((each) => chosen.reduce((all, { id }) => withPass(all, id, changed), each));
  }

  /** Switches the chosen pass or step on or off. */
  toggle(): void {
    const { pass, step } = this.line();
    if (pass === null) return;
    if (step !== null) this.editing.step(pass, step, (each) => ({ ...each, on: !each.on }));
    else this.editing.pass(pass, (each) => ({ ...each, on: !each.on }));
  }

  ungroup(): void {
    const { pass } = this.line();
    if (pass !== null) this.editing.sheet((sheet) => ungroupPass(sheet, pass));
  }

  /** Shows the chosen pass by itself, or everything again. */
  toggleAlone(): void {
    const { pass } = this.line();
    this.store.dispatch(BenchActions.passShownAlone({ id: pass === this.only() ? null : pass }));
  }

  /** The steps of a pass on another pass of the sheet, or on a picture of the job that becomes a pass behind it. */
  putSteps(from: Pass, onto: StepTarget): void {
    const sheet = this.document();
    if (!sheet) return;
    const clip = clipOf(sheet, { steps: from.steps });
    const isNew = 'asset' in onto;
    const fresh = isNew ? ofPicture(onto.asset).add(sheet, { pass: from.id, step: null }) : null;
    const [over, id] = [fresh?.sheet ?? sheet, fresh?.line.pass ?? (isNew ? '' : onto.pass)];
    const pass = findPass(over, id);
    const made = pass && passWith(over, pass, clip, pass.steps.at(-1)?.id ?? null, freshId);
    if (!made) return;
    // A new pass goes down as the one whose steps it has.
    const put = isNew ? { ...made.pass, lay: from.lay } : made.pass;
    if (this.editing.sheet(() => withPass(made.sheet, id, () => put))) this.editing.choose({ pass: id, step: made.ids.at(-1) ?? null });
  }

  /** A copy of the chosen pass on top of another sheet of the job; inks that are not there go along. */
  copyTo(other: KeptSheet): void {
    const sheet = this.document();
    const { pass: id } = this.line();
    const pass = sheet && id !== null ? findPass(sheet, id) : undefined;
    if (!sheet || !pass) return;
    const theirs = other.document;
    const found = passesFrom(theirs, clipOf(sheet, { passes: [pass] }), freshId);
    if (!found) return;
    const { without } = found;
    if (without)
      return this.editing.refused.set(`Not copied to “${theirs.name}”: ${without}. Copy what it reads first, or take its mask off.`);
    const document = { ...found.sheet, passes: [...theirs.passes, ...found.passes] };
    this.editing.refused.set(null);
    this.store.dispatch(JobActions.passCopied({ sheet: other, document }));
  }
}
