import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { wholeSheet, type Pass, type Sheet } from '@uvrant/core';
import { Toggles, inWords } from '../../ui/toggles';
import { aligned, arrangedOf, sameSize, spread, WAYS, type Way } from '../table/arranging';
import { around, boxOfPass, type Box } from '../table/placing-box';
import { Rendering } from '../view/rendering';
import { Editing } from '../editing';

const TO = ['each other', 'the sheet'] as const;

/** Brings chosen passes into line with each other or with the sheet, makes their gaps alike, and their sizes. */
@Component({
  selector: 'uv-arrange-dials',
  imports: [Toggles],
  template: `
    <div class="block">
      <div class="top">
        <b>Align</b>
        @if (things().length > 1) {
          <uv-toggles [options]="to" [value]="by()" label="Align with" (chosen)="by.set($event)" />
        } @else {
          <span class="more">with the sheet</span>
        }
      </div>
      <div class="buttons">
        @for (way of ways; track way.value) {
          <button type="button" (click)="align(way.value)">{{ way.words }}</button>
        }
      </div>
      @if (things().length > 1) {
        <div class="buttons">
          <button type="button" [disabled]="things().length < 3" (click)="even('x')">Even gaps across</button>
          <button type="button" [disabled]="things().length < 3" (click)="even('y')">Even gaps down</button>
          <button type="button" (click)="size('width')">Same width</button>
          <button type="button" (click)="size('height')">Same height</button>
        </div>
        <p class="more">Sizes become those of the first chosen.</p>
      }
    </div>
  `,
  styleUrl: './pass-dials.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ArrangeDials {
  readonly passes = input.required<readonly Pass[]>();
  readonly sheet = input.required<Sheet>();
  private readonly editing = inject(Editing);
  private readonly rendering = inject(Rendering);

  protected readonly ways = WAYS.map((value) => ({ value, words: `${value.charAt(0).toUpperCase()}${value.slice(1)}` }));
  protected readonly to = inWords(TO);
  protected readonly by = signal<(typeof TO)[number]>('each other');
  protected readonly things = computed(() => arrangedOf(this.passes(), (pass) => boxOfPass(pass, this.rendering.settings())));

  protected align(way: Way): void {
    const things = this.things();
    const all = things.length > 1 && this.by() === 'each other' ? around(things.map(({ box }) => box)) : null;
    const to: Box = all ?? wholeSheet(this.sheet().size);
    this.editing.sheet((sheet) => aligned(sheet, things, way, to));
  }

  protected even(axis: 'x' | 'y'): void {
    this.editing.sheet((sheet) => spread(sheet, this.things(), axis));
  }

  protected size(side: 'width' | 'height'): void {
    this.editing.sheet((sheet) => sameSize(sheet, this.things(), side));
  }
}
