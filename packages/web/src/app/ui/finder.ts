import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  output,
  signal,
  viewChild,
  type ElementRef,
} from '@angular/core';
import { MatAutocomplete, MatAutocompleteTrigger } from '@angular/material/autocomplete';
import { MatOptgroup, MatOption } from '@angular/material/core';
import { MatIcon } from '@angular/material/icon';

/** Something that can be found by its name, what it does, or other words for it. */
export interface FinderItem {
  readonly id: string;
  readonly title: string;
  readonly note: string;
  readonly group: string;
  /** Other words that it is looked for by. */
  readonly words?: string;
  /** Words that show it, in a font of the page. */
  readonly sample?: { readonly words: string; readonly font: string };
}

const plain = (text: string): string => text.toLowerCase().normalize('NFKD').replace(/\p{M}/gu, '');

/** How well an item answers what was typed: by name first, then by what it does; 0 where it does not. */
export const matching = ({ title, note, words = '', group }: FinderItem, asked: string): number => {
  const parts = plain(asked).split(/\s+/).filter(Boolean);
  if (parts.length === 0) return 1;
  const name = plain(title);
  const rest = plain(`${note} ${words} ${group}`);
  let score = 0;
  for (const part of parts) {
    // “Wear: crumpled paper” begins with what it is a wear of, too.
    if (name.startsWith(part) || name.includes(`: ${part}`)) score += 8;
    else if (name.includes(part)) score += 4;
    else if (rest.includes(part)) score += 1;
    else return 0;
  }
  return score;
};

/** How long nothing must be pointed at until what was tried is put back, ms: between two options the pointer is on neither. */
const LEFT_AFTER_MS = 80;

/** A list to be found in by typing, gone through by arrows or the pointer; what stands out is tried at once. */
@Component({
  selector: 'uv-finder',
  imports: [MatAutocomplete, MatAutocompleteTrigger, MatIcon, MatOptgroup, MatOption],
  template: `
    <input
      [attr.aria-label]="label()"
      [placeholder]="label()"
      [matAutocomplete]="list"
      (input)="ask(entry.value)"
      (keydown.enter)="takeFirst()"
      #entry
    />
    <button type="button" aria-label="Close without choosing" (click)="leave()"><mat-icon svgIcon="close" /></button>
    <mat-autocomplete
      #list="matAutocomplete"
      class="uv-found"
      [aria-label]="label()"
      [autoActiveFirstOption]="asked() !== ''"
      (optionActivated)="point($event.option?.value ?? null)"
      (optionSelected)="take($event.option.value)"
      (closed)="leave()"
    >
      @for (group of groups(); track group.name) {
        <mat-optgroup [label]="group.name">
          @for (item of group.items; track item.id) {
            <mat-option
              [value]="item.id"
              [class.now]="item.id === current()"
              [class.tried]="item.id === tries()"
              (mouseenter)="point(item.id)"
              (mouseleave)="pointSoon(null)"
            >
              @if (item.sample; as sample) {
                <span class="sample" aria-hidden="true" [style.fontFamily]="sample.font">{{ sample.words }}</span>
              }
              <b>{{ item.title }}</b>
              <small>{{ item.note }}</small>
            </mat-option>
          }
        </mat-optgroup>
      } @empty {
        <mat-option disabled class="uv-nothing">
          {{ absent()(asked()) ?? 'Nothing by these words. Try what it does: “dots”, “letters”, “warm”, “edge”.' }}
        </mat-option>
      }
    </mat-autocomplete>
  `,
  styleUrl: './finder.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Finder {
  readonly items = input.required<readonly FinderItem[]>();
  readonly label = input.required<string>();
  /** The item that holds now. */
  readonly current = input<string | null>(null);
  /** What is said of words that name something that is not there yet. */
  readonly absent = input<(asked: string) => string | null>(() => null);
  readonly tried = output<string | null>();
  readonly taken = output<string>();
  readonly closed = output<void>();

  protected readonly asked = signal('');
  private readonly entry = viewChild.required<ElementRef<HTMLInputElement>>('entry');
  /** What is tried now. */
  protected readonly tries = signal<string | null>(null);
  private readonly trigger = viewChild.required(MatAutocompleteTrigger);
  private pointing: ReturnType<typeof setTimeout> | undefined;
  /** True once something was taken, or nothing will be. */
  private isDone = false;

  private readonly found = computed(() => {
    const asked = this.asked();
    const scored = this.items().map((item) => ({ item, score: matching(item, asked) }));
    const hits = scored.filter(({ score }) => score > 0);
    // As they are given while nothing is asked, else the best first.
    return (asked === '' ? hits : hits.sort((a, b) => b.score - a.score)).map(({ item }) => item);
  });
  protected readonly groups = computed(() => {
    const names = [...new Set(this.found().map(({ group }) => group))];
    return names.map((name) => ({ name, items: this.found().filter(({ group }) => group === name) }));
  });

  constructor() {
    // The list opens with the focus, and goes where the field is once all round it has settled.
    afterNextRender(() => {
      this.entry().nativeElement.focus({ preventScroll: true });
      requestAnimationFrame(() => this.trigger().updatePosition());
    });
    inject(DestroyRef).onDestroy(() => clearTimeout(this.pointing));
  }

  protected ask(words: string): void {
    this.asked.set(words.trim());
    // The best answer stands out, which the list does not tell of.
    this.point(words.trim() === '' ? null : (this.groups()[0]?.items[0]?.id ?? null));
  }

  protected point(id: string | null): void {
    clearTimeout(this.pointing);
    if (this.isDone || id === this.tries()) return;
    this.tries.set(id);
    this.tried.emit(id);
  }

  protected pointSoon(id: string | null): void {
    clearTimeout(this.pointing);
    this.pointing = setTimeout(() => this.point(id), LEFT_AFTER_MS);
  }

  /** Enter takes what stands out, and the first where nothing does. */
  protected takeFirst(): void {
    const id = this.tries() ?? this.groups()[0]?.items[0]?.id;
    if (id !== undefined) this.take(id);
  }

  protected take(id: string): void {
    if (this.isDone) return;
    this.isDone = true;
    this.taken.emit(id);
  }

  protected leave(): void {
    if (this.isDone) return;
    this.isDone = true;
    this.closed.emit();
  }
}
