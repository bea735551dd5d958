import { CdkScrollable } from '@angular/cdk/scrolling';
import { CdkDrag, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, ElementRef, computed, inject, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { MatTooltip } from '@angular/material/tooltip';
import { Store } from '@ngrx/store';
import { freshStep, insertStep, MOST_COLOURS, momentsOf, sameMoment, type Moment, type Pass, type Step } from '@uvrant/core';
import { BenchActions, benchFeature, type Line } from '../../state/bench';
import { jobsFeature } from '../../state/jobs';
import { Lengths } from '../../ui/lengths';
import { PixelsView } from '../../ui/pixels';
import { Tick } from '../../ui/tick';
import { AddRow } from '../adding/add-row';
import { Adding } from '../adding/adding';
import { Attachments } from '../attached/attachments';
import { suggestionsFor, type Suggestion } from '../adding/suggestions';
import { Editing } from '../editing';
import { Rendering } from '../view/rendering';
import { freshId, TicketEdits } from './ticket-edits';
import { isLater, placeBehind, rowsOf, type Row } from './ticket-rows';
import { attachedLines, type AttachedLine } from './attached-lines';
import { passInWords, percent, stepInWords, stepTitle } from '../words';

/** The ticket: a form in printing order, each pass with the sheet as it is after it. */
@Component({
  selector: 'uv-ticket',
  // Lists that are open move with it as it scrolls.
  hostDirectives: [CdkScrollable],
  imports: [PixelsView, Tick, CdkDrag, CdkDropList, MatIcon, MatTooltip, NgTemplateOutlet, AddRow],
  template: `
    @if (sheet(); as sheet) {
      <button
        type="button"
        class="head line"
        [class.uv-hatched]="isOn(null, null)"
        [attr.aria-current]="isOn(null, null)"
        (click)="choose(null, null)"
        (contextmenu)="choose(null, null)"
        (keydown)="arrows($event)"
      >
        <span>
          <i>Size</i>
          <b>{{ lengths.size(sheet.size) }}</b>
        </span>
        <span>
          <i>ppi</i>
          <b>{{ sheet.ppi }}</b>
        </span>
        <span>
          <i>Edges</i>
          <b>{{ sheet.edges }}</b>
        </span>
        <span class="wide">
          <i>Inks</i>
          <b>
            @for (ink of sheet.inks; track ink.id) {
              <span class="ink" [matTooltip]="ink.name">
                <span class="uv-swatch" [style.background]="ink.colour"></span>
                {{ ink.name }}
              </span>
            }
          </b>
        </span>
        <span>
          <i>Stock</i>
          <b class="ink" [matTooltip]="sheet.stock.name">
            <span class="uv-swatch" [style.background]="sheet.stock.colour"></span>
            {{ sheet.stock.name }}
          </b>
        </span>
      </button>
      <button
        type="button"
        class="stamp"
        [class.bad]="(toMend() ?? 0) > 0"
        [attr.aria-expanded]="showsChecks()"
        matTooltip="The checks before it is sent out"
        (click)="toggleChecks()"
      >
        <span>{{ toMend() === null ? 'checking…' : toMend() === 0 ? 'in order' : toMend() + ' to mend' }}</span>
      </button>
      @if (editing.refused(); as why) {
        <p class="refused" role="alert">
          {{ why }}
          <button type="button" (click)="editing.refused.set(null)">Close</button>
        </p>
      }
      @if (only(); as id) {
        <p class="refused note" role="status">
          Only “{{ nameOf(id) }}” is shown.
          <button type="button" (click)="showAll()">Show everything</button>
        </p>
      }
      <ol aria-label="Passes in printing order" cdkDropList (cdkDropListDropped)="drop($event)">
        @if (isPeeledAt({ pass: null, step: null })) {
          <li><ng-container [ngTemplateOutlet]="peelLine" /></li>
        }
        @for (row of rows(); track row.key) {
          <li
            class="block"
            cdkDrag
            cdkDragLockAxis="y"
            [cdkDragDisabled]="row.kind !== 'pass'"
            [style.--depth]="row.depth"
            [class.off]="!row.pass.on"
            [class.child]="row.depth > 0"
          >
            @if (row.kind === 'pass') {
              <div class="pass" [class.later]="later()({ pass: row.pass.id, step: null })">
                <div class="number" matTooltip="Drag to another place in the printing order" matTooltipPosition="right">
                  <b>{{ row.number }}</b>
                  <uv-tick [on]="row.pass.on" [label]="row.pass.name + ' prints'" (toggled)="setPass(row.pass, $event)" />
                </div>
                <button
                  type="button"
                  class="line row"
                  [attr.data-moment]="row.pass.id + '/'"
                  [class.uv-hatched]="isOn(row.pass.id, null) || isToo(row.pass.id)"
                  [attr.aria-current]="isOn(row.pass.id, null)"
                  (click)="press($event, row.pass.id)"
                  (contextmenu)="pressRight(row.pass.id)"
                  (keydown)="arrows($event)"
                >
                  <uv-pixels
                    class="small"
                    [pixels]="rendering.small()[row.pass.id] ?? null"
                    [stock]="sheet.stock.colour"
                    [label]="'After ' + row.pass.name"
                  />
                  <span class="name">
                    <b>
                      {{ row.pass.name }}
                      @if (row.pass.locked) {
                        <mat-icon svgIcon="locked" aria-label="locked" />
                      }
                    </b>
                    <span>{{ measuring().has(row.pass.id) ? 'measuring…' : words()[row.pass.id] }}</span>
                  </span>
                  <span class="share">
                    <b>{{ share(row.pass) }}</b>
                    <small>ink %</small>
                  </span>
                </button>
              </div>
            }
            @if (row.kind === 'pass' && colours()[row.pass.id]; as count) {
              <p class="colours" role="status">
                {{ count }} colours, prints as continuous tone.
                <button type="button" (click)="screen(row.pass)">Screen it</button>
              </p>
            }
            @if (isPeeledAt(row.kind === 'pass' ? { pass: row.pass.id, step: null } : null)) {
              <ng-container [ngTemplateOutlet]="peelLine" />
            }
            @for (step of row.steps; track step.id) {
              <div class="step" [class.off]="!step.on || !row.pass.on" [class.later]="later()({ pass: row.pass.id, step: step.id })">
                <div class="number">
                  <uv-tick [on]="step.on" [label]="title(step) + ' on'" (toggled)="setStep(row.pass, step, $event)" />
                </div>
                <button
                  type="button"
                  class="line row"
                  [attr.data-moment]="row.pass.id + '/' + step.id"
                  [class.uv-hatched]="isOn(row.pass.id, step.id)"
                  [attr.aria-current]="isOn(row.pass.id, step.id)"
                  (click)="choose(row.pass.id, step.id)"
                  (contextmenu)="choose(row.pass.id, step.id)"
                  (keydown)="arrows($event)"
                >
                  <b>{{ title(step) }}</b>
                  <span>{{ stepWords(step, row.pass) }}</span>
                </button>
              </div>
              @if (isPeeledAt({ pass: row.pass.id, step: step.id })) {
                <ng-container [ngTemplateOutlet]="peelLine" />
              }
            }
            @for (attached of attached()[row.key]; track attached.key) {
              <div class="step attached" [class.off]="!attached.on || !row.pass.on">
                <div class="number">
                  <uv-tick [on]="attached.on" [label]="attached.title + ' on'" (toggled)="setAttached(row.pass, attached, $event)" />
                </div>
                <button
                  type="button"
                  class="line row"
                  [class.uv-hatched]="isAttachedOpen(row.pass.id, attached)"
                  [attr.aria-current]="isAttachedOpen(row.pass.id, attached)"
                  (click)="editing.choose({ pass: row.pass.id, step: null, attached: attached.attached })"
                  (contextmenu)="editing.choose({ pass: row.pass.id, step: null, attached: attached.attached })"
                  (keydown)="arrows($event)"
                >
                  <b>{{ attached.title }}</b>
                  <span>{{ measuring().has(attached.attached.wear ?? '') ? 'solving…' : attached.words }}</span>
                </button>
              </div>
            }
            @if (row.key === addsBehind()) {
              <uv-add-row (closed)="adding.set(false)" />
            }
          </li>
        } @empty {
          <li class="none">Nothing prints on this sheet yet. Drop a picture on the page to have it at hand, then add what should print.</li>
        }
      </ol>
      @if (adding() && addsBehind() === null) {
        <uv-add-row (closed)="adding.set(false)" />
      }
      @if (rows().length > 0 && !peel()) {
        <ng-container [ngTemplateOutlet]="peelLine" />
      }
      @if (!adding()) {
        <button type="button" class="add" (click)="adding.set(true)"><mat-icon svgIcon="add" />Add a pass or step</button>
        @if (suggestions().length > 0) {
          <div class="next" role="group" aria-label="Likely next">
            @for (each of suggestions(); track each.addition.id) {
              <button type="button" [matTooltip]="each.addition.note" (click)="take(each)">+ {{ each.words }}</button>
            }
          </div>
        }
      }
    }
    <ng-template #peelLine>
      <div
        class="peel"
        role="slider"
        tabindex="0"
        aria-label="Peel line: the sheet is shown as it was here"
        aria-orientation="vertical"
        aria-valuemin="0"
        [attr.aria-valuemax]="momentCount()"
        [attr.aria-valuenow]="peelPlace()"
        [attr.aria-valuetext]="peel() ? 'shown up to here' : 'all of it is shown'"
        (pointerdown)="grabPeel($event)"
        (pointermove)="dragPeel($event)"
        (pointerup)="peeling.set(false)"
        (keydown)="peelKey($event)"
        (dblclick)="peelTo(null)"
      >
        <span>{{ peel() ? 'shown up to here' : 'all shown' }}</span>
      </div>
    </ng-template>
  `,
  styleUrl: './ticket.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Ticket {
  private readonly store = inject(Store);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  private readonly edits = inject(TicketEdits);
  protected readonly editing = inject(Editing);
  protected readonly rendering = inject(Rendering);
  protected readonly lengths = inject(Lengths);
  protected readonly sheet = this.store.selectSignal(benchFeature.selectDocument);
  protected readonly peel = this.store.selectSignal(benchFeature.selectPeel);
  protected readonly only = this.store.selectSignal(benchFeature.selectAlone);
  private readonly view = this.store.selectSignal(benchFeature.selectView);
  protected readonly showsChecks = computed(() => this.view().showsChecks);
  private readonly attachments = inject(Attachments);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);
  private readonly also = this.store.selectSignal(benchFeature.selectAlso);
  private readonly shares = computed(() => this.rendering.inks()?.passes ?? {});

  /** What the checks found; null until the first have been made. The stamp keeps its place meanwhile, so that no line moves under the pointer. */
  protected readonly toMend = computed(() => this.rendering.checks()?.findings.length ?? null);

  protected toggleChecks(): void {
    this.attachments.show({ showsChecks: !this.showsChecks(), isChestOpen: false });
  }

  private readonly things = inject(Adding);
  protected readonly measuring = this.things.measuring;
  private readonly assets = this.store.selectSignal(jobsFeature.selectPictures);
  /** What is likely wanted next. */
  protected readonly suggestions = computed(() => {
    const sheet = this.sheet();
    return sheet ? suggestionsFor(sheet, this.assets()) : [];
  });
  /** True while something is being looked for to be added. */
  readonly adding = signal(false);
  protected readonly peeling = signal(false);

  protected readonly rows = computed(() => rowsOf(this.sheet()?.passes ?? []));
  /** The row behind which something is added: the chosen pass's; null where that is the end. */
  protected readonly addsBehind = computed(() => {
    if (!this.adding()) return null;
    const { pass } = this.line();
    return this.rows().find((row) => row.pass.id === pass && row.kind === 'pass')?.key ?? null;
  });
  protected readonly later = computed(() => {
    const sheet = this.sheet();
    return sheet ? isLater(sheet, this.peel()) : () => false;
  });
  private readonly moments = computed(() => {
    const sheet = this.sheet();
    return sheet ? momentsOf(sheet) : [];
  });
  protected readonly momentCount = computed(() => this.moments().length - 1);
  protected readonly peelPlace = computed(() => {
    const peel = this.peel();
    return peel ? this.moments().findIndex((each) => sameMoment(each, peel)) : this.momentCount();
  });

  /** What each pass prints and how it is laid, in words. */
  protected readonly words = computed<Readonly<Record<string, string>>>(() => {
    const sheet = this.sheet();
    return sheet ? Object.fromEntries(this.rows().map(({ pass }) => [pass.id, passInWords(pass, sheet)])) : {};
  });
  /** The masks and wears of the passes by row, below their steps: a group's stand below what is in it. */
  protected readonly attached = computed<Readonly<Record<string, readonly AttachedLine[]>>>(() => {
    const worn = this.rendering.worn();
    const isGroupHead = (row: Row): boolean => row.kind === 'pass' && row.pass.source.kind === 'group';
    return Object.fromEntries(this.rows().map((row) => [row.key, isGroupHead(row) ? [] : attachedLines(row.pass, worn)]));
  });
  protected readonly stepWords = stepInWords;
  protected readonly title = stepTitle;

  protected share(pass: Pass): string {
    const share = this.shares()[pass.id];
    const digits = share !== undefined && share !== 0 && Math.abs(share) < 0.01 ? 1 : 0;
    return share === undefined ? '–' : percent(share, digits).replace(' %', '').replace('-', '−');
  }

  /** Passes of a hard sheet that print many colours, and how many, in words. */
  protected readonly colours = computed<Readonly<Record<string, string>>>(() => {
    const counts = Object.entries(this.rendering.inks()?.colours ?? {});
    return Object.fromEntries(counts.map(([id, count]) => [id, count < MOST_COLOURS ? `About ${count}` : `More than ${MOST_COLOURS}`]));
  });

  protected screen(pass: Pass): void {
    const step = freshStep('screen', {}, freshId());
    if (this.editing.sheet((sheet) => insertStep(sheet, pass.id, step, pass.steps.at(-1)?.id ?? null))) this.choose(pass.id, step.id);
  }

  protected nameOf(id: string): string {
    return this.rows().find((row) => row.pass.id === id)?.pass.name ?? '';
  }

  protected isOn(pass: string | null, step: string | null): boolean {
    const line: Line = this.line();
    return line.pass === pass && line.step === step && !line.attached;
  }

  protected isAttachedOpen(pass: string, { attached }: AttachedLine): boolean {
    const line = this.line();
    const isThere = attached.wear === undefined ? line.attached?.mask === attached.mask : true;
    return line.pass === pass && line.step === null && line.attached != null && line.attached.wear === attached.wear && isThere;
  }

  protected setAttached(pass: Pass, { attached }: AttachedLine, on: boolean): void {
    const switched = <T extends { readonly id: string }>(list: readonly T[], id: string | undefined): T[] =>
      list.map((each) => (each.id === id ? { ...each, on } : each));
    this.editing.pass(pass.id, (each) => ({
      ...each,
      wear: switched(each.wear, attached.wear),
      masks: switched(each.masks, attached.mask),
    }));
  }

  protected isToo(pass: string): boolean {
    return this.also().includes(pass);
  }

  protected isPeeledAt(moment: Moment | null): boolean {
    const peel = this.peel();
    return peel !== null && moment !== null && sameMoment(peel, moment);
  }

  protected choose(pass: string | null, step: string | null): void {
    this.editing.choose({ pass, step });
  }

  protected take({ addition, at }: Suggestion): void {
    void this.things.take(addition, at);
  }

  /** With Ctrl or Shift a pass is chosen beside the others. */
  protected press(event: MouseEvent, pass: string): void {
    if (event.ctrlKey || event.metaKey || event.shiftKey) this.store.dispatch(BenchActions.passChosenToo({ id: pass }));
    else this.choose(pass, null);
  }

  /** The menu is of the pass pressed, or of all that are chosen where it is one of them. */
  protected pressRight(pass: string): void {
    if (!this.editing.chosenIds().includes(pass) || this.line().step !== null || this.line().attached) this.choose(pass, null);
  }

  protected setPass(pass: Pass, on: boolean): void {
    this.editing.pass(pass.id, (each) => ({ ...each, on }));
  }

  protected setStep(pass: Pass, step: Step, on: boolean): void {
    this.editing.step(pass.id, step.id, (each) => ({ ...each, on }));
  }

  protected showAll(): void {
    this.store.dispatch(BenchActions.passShownAlone({ id: null }));
  }

  protected drop({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    const rows = this.rows();
    const moved = rows[previousIndex];
    if (!moved || previousIndex === currentIndex) return;
    const others: (Row | undefined)[] = rows.filter((row) => row !== moved);
    this.edits.move(moved.pass.id, placeBehind(others[currentIndex - 1] ?? null));
  }

  protected peelTo(to: Moment | null): void {
    const last = this.moments().at(-1);
    this.store.dispatch(BenchActions.ticketPeeled({ to: to && last && sameMoment(to, last) ? null : to }));
  }

  protected grabPeel(event: PointerEvent): void {
    event.preventDefault();
    event.stopPropagation();
    const line = event.currentTarget as HTMLElement;
    line.focus({ preventScroll: true });
    this.peeling.set(true);
    // The line is drawn anew where it goes, so the gesture is followed on the window.
    const move = (each: PointerEvent): void => this.followPeel(each.clientY);
    const end = (): void => {
      removeEventListener('pointermove', move);
      removeEventListener('pointerup', end);
      removeEventListener('pointercancel', end);
      this.peeling.set(false);
    };
    addEventListener('pointermove', move);
    addEventListener('pointerup', end);
    addEventListener('pointercancel', end);
  }

  protected dragPeel(event: PointerEvent): void {
    if (this.peeling()) event.preventDefault();
  }

  /** The peel line goes behind the last line whose middle lies above the pointer. */
  private followPeel(y: number): void {
    const lines = [...this.element.nativeElement.querySelectorAll<HTMLElement>('[data-moment]')];
    const above = lines.filter((each) => {
      const { top, height } = each.getBoundingClientRect();
      return top + height / 2 < y;
    });
    const [pass, step] = above.at(-1)?.dataset['moment']?.split('/') ?? [null, null];
    this.peelTo({ pass: pass ?? null, step: step ? step : null });
  }

  protected peelKey(event: KeyboardEvent): void {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (by === 0) return;
    event.preventDefault();
    event.stopPropagation();
    const to = this.moments()[Math.max(0, Math.min(this.momentCount(), this.peelPlace() + by))] ?? null;
    this.peelTo(to);
    queueMicrotask(() => this.element.nativeElement.querySelector<HTMLElement>('.peel')?.focus());
  }

  /** Up and down go from line to line; with Alt they move what is chosen. */
  protected arrows(event: KeyboardEvent): void {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (by === 0) return;
    event.preventDefault();
    if (event.altKey) {
      this.edits.shift(by);
      return;
    }
    const lines = [...this.element.nativeElement.querySelectorAll<HTMLButtonElement>('button.line')];
    const next = lines[lines.indexOf(event.currentTarget as HTMLButtonElement) + by];
    next?.focus();
    next?.click();
  }
}
