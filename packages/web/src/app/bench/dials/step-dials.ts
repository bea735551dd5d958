import { NgComponentOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal, type Type } from '@angular/core';
import { MatIconModule } from '@angular/material/icon';
import { share, stepOfKind, type Pass, type Sheet, type Step, type StepKind } from '@uvrant/core';
import { dialLines } from './dial-lines';
import { RangedField } from './fields/ranged-field';
import { Editing } from '../editing';
import { DisplaceExtra } from './extras/displace-extra';
import { GainExtra } from './extras/gain-extra';
import { GreyExtra } from './extras/grey-extra';
import { HueExtra } from './extras/hue-extra';
import { PlatesExtra } from './extras/plates-extra';
import { ScreenExtra } from './extras/screen-extra';
import { StretchExtra } from './extras/stretch-extra';
import { TonesExtra } from './extras/tones-extra';
import { MaskList } from '../masks/mask-list';
import { Rendering } from '../view/rendering';
import { TicketEdits } from '../ticket/ticket-edits';
import { rowsOf } from '../ticket/ticket-rows';
import { ZoneList } from '../masks/zone-list';

/** What stands beside a kind's dials: its chart, its arithmetic, its reading. */
const EXTRAS: Partial<Record<StepKind, { readonly type: Type<unknown>; readonly first: boolean }>> = {
  'grey-response': { type: GreyExtra, first: false },
  levels: { type: TonesExtra, first: true },
  contrast: { type: TonesExtra, first: true },
  'shadows-highlights': { type: TonesExtra, first: false },
  'local-contrast': { type: TonesExtra, first: false },
  'lit-highlights': { type: TonesExtra, first: false },
  faded: { type: TonesExtra, first: false },
  posterise: { type: TonesExtra, first: false },
  screen: { type: ScreenExtra, first: false },
  'process-screen': { type: PlatesExtra, first: false },
  displace: { type: DisplaceExtra, first: true },
  stretch: { type: StretchExtra, first: false },
  'channel-screen': { type: PlatesExtra, first: false },
  threshold: { type: TonesExtra, first: true },
  gain: { type: GainExtra, first: false },
  'one-hue': { type: HueExtra, first: true },
  'match-tones': { type: TonesExtra, first: false },
};

const AMOUNT = share({ title: 'Amount', default: 1, more: 'more of this step, less of what came in' });

/** The dials of a step, as form lines made from its declaration. */
@Component({
  selector: 'uv-step-dials',
  imports: [MatIconModule, NgComponentOutlet, RangedField, MaskList, ZoneList],
  template: `
    @if (declaration(); as declaration) {
      <header>
        <h2>{{ declaration.title }}</h2>
        <p>{{ declaration.purpose }} {{ place() }}</p>
        <div class="doing" role="group" aria-label="This step">
          <button type="button" (click)="edits.shift(-1)">Earlier</button>
          <button type="button" (click)="edits.shift(1)">Later</button>
          <button type="button" (click)="edits.duplicate()">Duplicate</button>
          <button type="button" (click)="edits.remove()">Remove</button>
        </div>
      </header>
      @if (extra()?.first) {
        <ng-container *ngComponentOutlet="extra()!.type; inputs: { step: step(), pass: pass(), sheet: sheet() }" />
      }
      @for (line of near(); track line.name) {
        <ng-container *ngComponentOutlet="line.type; inputs: line.inputs" />
      }
      @if (further().length > 0) {
        <button type="button" class="further" [attr.aria-expanded]="isOpen()" (click)="isOpen.set(!isOpen())">
          <mat-icon svgIcon="down" [class.up]="isOpen()" />
          {{ isOpen() ? 'Fewer dials' : 'More dials' }}
        </button>
        @if (isOpen()) {
          @for (line of further(); track line.name) {
            <ng-container *ngComponentOutlet="line.type; inputs: line.inputs" />
          }
        }
      }
      @if (declaration.amount !== 'none') {
        <uv-ranged-field [dial]="amountDial" [value]="step().amount" [change]="setAmount" />
      }
      @if (extra() && !extra()!.first) {
        <ng-container *ngComponentOutlet="extra()!.type; inputs: { step: step(), pass: pass(), sheet: sheet() }" />
      }
      <uv-mask-list [pass]="pass()" [at]="{ step: step().id }" title="Where it works" />
      <uv-zone-list [pass]="pass()" [step]="step()" [sheet]="sheet()" />
    } @else {
      <header>
        <h2>{{ step().kind }}</h2>
        <p>
          This Uvrant does not know this step (version {{ step().version }}). It is kept as it is and passes its input through; the sheet
          cannot be sent out until it is removed, or opened with a newer Uvrant.
        </p>
        <div class="doing" role="group" aria-label="This step"><button type="button" (click)="edits.remove()">Remove</button></div>
      </header>
    }
  `,
  styleUrl: './panel.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StepDials {
  readonly step = input.required<Step>();
  readonly pass = input.required<Pass>();
  readonly sheet = input.required<Sheet>();
  private readonly editing = inject(Editing);
  private readonly rendering = inject(Rendering);
  protected readonly edits = inject(TicketEdits);
  protected readonly amountDial = AMOUNT;

  protected readonly declaration = computed(() => {
    const { kind, version } = this.step();
    const declaration = stepOfKind(kind);
    return declaration && version <= declaration.version ? declaration : null;
  });
  protected readonly extra = computed(() => EXTRAS[this.step().kind as StepKind] ?? null);

  protected readonly place = computed(() => {
    const [sheet, pass, step] = [this.sheet(), this.pass(), this.step()];
    const row = rowsOf(sheet.passes).find((each) => each.pass.id === pass.id);
    return `Pass ${row?.number ?? ''}, step ${pass.steps.indexOf(step) + 1}.`;
  });

  protected readonly lines = computed(() => {
    const [sheet, pass, step, declaration] = [this.sheet(), this.pass(), this.step(), this.declaration()];
    if (!declaration) return [];
    return dialLines(`${pass.id} ${step.id}`, declaration.dials, step.params, { sheet, pass }, (name, value, gesture) =>
      this.editing.step(
        pass.id,
        step.id,
        (each) => ({ ...each, params: { ...each.params, ...this.found(each, name, value), [name]: value } }),
        gesture,
      ),
    );
  });

  protected readonly near = computed(() => this.lines().filter(({ further }) => !further));
  protected readonly further = computed(() => this.lines().filter(({ further }) => further));
  protected readonly isOpen = signal(false);

  /** Dials that a step no longer finds by itself keep what it found. */
  private found({ kind }: Step, name: string, value: unknown): Readonly<Record<string, number>> {
    const isTurnedOff = stepOfKind(kind)?.found?.while === name && value === false;
    return (isTurnedOff ? this.rendering.reading()?.found : null) ?? {};
  }

  protected readonly setAmount = (amount: unknown, held: boolean): void => {
    const [pass, step] = [this.pass(), this.step()];
    this.editing.step(pass.id, step.id, (each) => ({ ...each, amount: amount as number }), held ? `${step.id} amount` : null);
  };
}
