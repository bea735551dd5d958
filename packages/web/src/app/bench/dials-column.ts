import { NgComponentOutlet } from '@angular/common';
import { Component, computed, inject, type Type } from '@angular/core';
import { Store } from '@ngrx/store';
import { share, stepOfKind, type AnyDial, type Pass, type Step, type StepKind } from '@uvrant/core';
import { benchFeature } from '../state/bench';
import { FIELDS } from './dials/field';
import { RangedField } from './dials/ranged-field';
import { Editing } from './editing';
import { GreyExtra } from './extras/grey-extra';
import { LevelsExtra } from './extras/levels-extra';
import { ScreenExtra } from './extras/screen-extra';
import { PassDials } from './pass-dials';
import { SheetDials } from './sheet-dials';

/** What stands beside a kind's dials: its chart, its arithmetic, its reading. */
const EXTRAS: Partial<Record<StepKind, { readonly type: Type<unknown>; readonly first: boolean }>> = {
  'grey-response': { type: GreyExtra, first: false },
  levels: { type: LevelsExtra, first: true },
  screen: { type: ScreenExtra, first: false },
};

const AMOUNT = share({ title: 'Amount', default: 1, more: 'more of this step, less of what came in' });

/** The dials of the chosen line, as form lines made from its declaration. */
@Component({
  selector: 'uv-dials',
  imports: [NgComponentOutlet, RangedField, PassDials, SheetDials],
  template: `
    @if (sheet(); as sheet) {
      @if (step(); as step) {
        @if (declaration(); as declaration) {
          <header>
            <h2>{{ declaration.title }}</h2>
            <p>{{ declaration.purpose }} {{ place() }}</p>
          </header>
          @if (extra()?.first) {
            <ng-container *ngComponentOutlet="extra()!.type; inputs: { step, pass: pass(), sheet }" />
          }
          @for (line of lines(); track line.name) {
            <ng-container *ngComponentOutlet="line.type; inputs: line.inputs" />
          }
          @if (declaration.amount !== 'none') {
            <uv-ranged-field [dial]="amountDial" [value]="step.amount" [change]="setAmount" />
          }
          @if (extra() && !extra()!.first) {
            <ng-container *ngComponentOutlet="extra()!.type; inputs: { step, pass: pass(), sheet }" />
          }
        } @else {
          <header>
            <h2>{{ step.kind }}</h2>
            <p>
              This Uvrant does not know this step (version {{ step.version }}). It is kept as it is and passes its input through; the sheet
              cannot be sent out until it is removed, or opened with a newer Uvrant.
            </p>
          </header>
        }
      } @else if (pass(); as pass) {
        <uv-pass-dials [pass]="pass" [sheet]="sheet" />
      } @else {
        <uv-sheet-dials [sheet]="sheet" />
      }
    }
  `,
  styleUrl: './dials-column.scss',
})
export class DialsColumn {
  private readonly store = inject(Store);
  private readonly editing = inject(Editing);
  protected readonly sheet = this.store.selectSignal(benchFeature.selectDocument);
  protected readonly pass = this.store.selectSignal(benchFeature.selectChosenPass);
  protected readonly step = this.store.selectSignal(benchFeature.selectChosenStep);
  protected readonly amountDial = AMOUNT;

  protected readonly declaration = computed(() => {
    const step = this.step();
    const declaration = step ? stepOfKind(step.kind) : undefined;
    return step && declaration && step.version <= declaration.version ? declaration : null;
  });
  protected readonly extra = computed(() => EXTRAS[(this.step()?.kind ?? '') as StepKind] ?? null);

  protected readonly place = computed(() => {
    const [sheet, pass, step] = [this.sheet(), this.pass(), this.step()];
    if (!sheet || !pass || !step) return '';
    return `Pass ${sheet.passes.indexOf(pass) + 1}, step ${pass.steps.indexOf(step) + 1}.`;
  });

  private readonly shownDials = computed(() => {
    const step = this.step();
    const dials = Object.entries(this.declaration()?.dials ?? {});
    return dials.filter(([, { shownWhen }]) => !shownWhen || step?.params[shownWhen.dial] === shownWhen.is);
  });

  protected readonly lines = computed(() => {
    const [sheet, pass, step] = [this.sheet(), this.pass(), this.step()];
    if (!sheet || !pass || !step) return [];
    return this.shownDials().map(([name, dial]) => ({
      name: `${step.id} ${name}`,
      type: FIELDS[dial.type],
      inputs: { dial, value: step.params[name], sheet, pass, change: this.changer(pass, step, name) },
    }));
  });

  /** One function a dial of a step for as long as the step is chosen, so that a line is not made anew while it moves. */
  private changer(pass: Pass, step: Step, name: string): (value: unknown, held: boolean) => void {
    const gesture = `${pass.id} ${step.id} ${name}`;
    return (value, held) => {
      const dial = (stepOfKind(step.kind)?.dials as Readonly<Record<string, AnyDial>>)[name];
      if (!dial?.check(value).ok) return;
      this.editing.step(pass.id, step.id, (each) => ({ ...each, params: { ...each.params, [name]: value } }), held ? gesture : null);
    };
  }

  protected readonly setAmount = (amount: unknown, held: boolean): void => {
    const [pass, step] = [this.pass(), this.step()];
    if (pass && step)
      this.editing.step(pass.id, step.id, (each) => ({ ...each, amount: amount as number }), held ? `${step.id} amount` : null);
  };
}
