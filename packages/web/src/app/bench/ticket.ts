import { Component, ElementRef, computed, inject } from '@angular/core';
import { Store } from '@ngrx/store';
import type { Pass, Step } from '@uvrant/core';
import { BenchActions, benchFeature, type Line } from '../state/bench';
import { Lengths } from '../ui/lengths';
import { PixelsView } from '../ui/pixels';
import { Tick } from '../ui/tick';
import { Editing } from './editing';
import { Rendering } from './rendering';
import { layInWords, percent, stepInWords, stepTitle } from './words';

/** The ticket: a form in printing order, each pass with the sheet as it is after it. */
@Component({
  selector: 'uv-ticket',
  imports: [PixelsView, Tick],
  template: `
    @if (sheet(); as sheet) {
      <button
        type="button"
        class="head line"
        [class.uv-hatched]="isOn(null, null)"
        [attr.aria-current]="isOn(null, null)"
        (click)="choose(null, null)"
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
              <span class="ink">
                <span class="uv-swatch" [style.background]="ink.colour"></span>
                {{ ink.name }}
              </span>
            }
          </b>
        </span>
        <span>
          <i>Stock</i>
          <b>
            <span class="uv-swatch" [style.background]="sheet.stock.colour"></span>
            {{ sheet.stock.name }}
          </b>
        </span>
      </button>
      <ol aria-label="Passes in printing order">
        @for (pass of sheet.passes; track pass.id; let n = $index) {
          <li class="pass" [class.off]="!pass.on">
            <div class="number">
              <b>{{ n + 1 }}</b>
              <uv-tick [on]="pass.on" [label]="pass.name + ' prints'" (toggled)="setPass(pass, $event)" />
            </div>
            <button
              type="button"
              class="line row"
              [class.uv-hatched]="isOn(pass.id, null)"
              [attr.aria-current]="isOn(pass.id, null)"
              (click)="choose(pass.id, null)"
              (keydown)="arrows($event)"
            >
              <uv-pixels
                class="small"
                [pixels]="rendering.small()[pass.id] ?? null"
                [stock]="sheet.stock.colour"
                [label]="'After ' + pass.name"
              />
              <span class="name">
                <b>{{ pass.name }}</b>
                <span>{{ words(pass) }}</span>
              </span>
              <span class="share">
                <b>{{ share(pass) }}</b>
                <small>ink %</small>
              </span>
            </button>
          </li>
          @for (step of pass.steps; track step.id) {
            <li class="step" [class.off]="!step.on || !pass.on">
              <div class="number"><uv-tick [on]="step.on" [label]="title(step) + ' on'" (toggled)="setStep(pass, step, $event)" /></div>
              <button
                type="button"
                class="line row"
                [class.uv-hatched]="isOn(pass.id, step.id)"
                [attr.aria-current]="isOn(pass.id, step.id)"
                (click)="choose(pass.id, step.id)"
                (keydown)="arrows($event)"
              >
                <b>{{ title(step) }}</b>
                <span>{{ stepWords(step, pass) }}</span>
              </button>
            </li>
          }
        } @empty {
          <li class="none">Nothing prints on this sheet yet. Drop a picture on the page to make a sheet from it.</li>
        }
      </ol>
    }
  `,
  styleUrl: './ticket.scss',
})
export class Ticket {
  private readonly store = inject(Store);
  private readonly editing = inject(Editing);
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);
  protected readonly rendering = inject(Rendering);
  protected readonly lengths = inject(Lengths);
  protected readonly sheet = this.store.selectSignal(benchFeature.selectDocument);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);
  private readonly shares = computed(() => this.rendering.inks()?.passes ?? {});

  protected readonly words = layInWords;
  protected readonly stepWords = stepInWords;
  protected readonly title = stepTitle;

  protected share(pass: Pass): string {
    const share = this.shares()[pass.id];
    return share === undefined ? '–' : percent(share).replace(' %', '');
  }

  protected isOn(pass: string | null, step: string | null): boolean {
    const line: Line = this.line();
    return line.pass === pass && line.step === step;
  }

  protected choose(pass: string | null, step: string | null): void {
    this.store.dispatch(BenchActions.lineChosen({ line: { pass, step } }));
  }

  protected setPass(pass: Pass, on: boolean): void {
    this.editing.pass(pass.id, (each) => ({ ...each, on }));
  }

  protected setStep(pass: Pass, step: Step, on: boolean): void {
    this.editing.step(pass.id, step.id, (each) => ({ ...each, on }));
  }

  /** Up and down go from line to line. */
  protected arrows(event: KeyboardEvent): void {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (by === 0) return;
    event.preventDefault();
    const lines = [...this.element.nativeElement.querySelectorAll<HTMLButtonElement>('button.line')];
    const next = lines[lines.indexOf(event.currentTarget as HTMLButtonElement) + by];
    next?.focus();
    next?.click();
  }
}
