import { Component, computed, effect, ElementRef, inject, input, output, signal, untracked, viewChild } from '@angular/core';

/** Something that can be found by its name, what it does, or other words for it. */
export interface FinderItem {
  readonly id: string;
  readonly title: string;
  readonly note: string;
  readonly group: string;
  /** Other words that it is looked for by. */
  readonly words?: string;
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
    if (name.startsWith(part)) score += 8;
    else if (name.includes(part)) score += 4;
    else if (rest.includes(part)) score += 1;
    else return 0;
  }
  return score;
};

let made = 0;

/** A list to be found in by typing, gone through by arrows or the pointer; what stands out is tried at once. */
@Component({
  selector: 'uv-finder',
  template: `
    <div class="asked">
      <input
        role="combobox"
        aria-autocomplete="list"
        aria-expanded="true"
        [attr.aria-label]="label()"
        [attr.aria-controls]="name + '-list'"
        [attr.aria-activedescendant]="activeId()"
        [placeholder]="label()"
        [value]="asked()"
        (input)="ask(entry.value)"
        (keydown)="key($event)"
        #entry
      />
      <button type="button" aria-label="Close without choosing" (click)="closed.emit()">×</button>
    </div>
    <div class="list" role="listbox" [attr.aria-label]="label()" [id]="name + '-list'" (pointerleave)="point(null)">
      @for (group of groups(); track group.name) {
        <div role="group" [attr.aria-label]="group.name">
          <p aria-hidden="true">{{ group.name }}</p>
          @for (item of group.items; track item.id) {
            <button
              type="button"
              role="option"
              tabindex="-1"
              [id]="name + '-' + item.id"
              [attr.aria-selected]="item.id === active()?.id"
              [class.now]="item.id === current()"
              (pointerenter)="point(item)"
              (click)="taken.emit(item.id)"
            >
              <b>{{ item.title }}</b>
              <span>{{ item.note }}</span>
            </button>
          }
        </div>
      } @empty {
        <p class="none">Nothing by these words. Try what it does: “dots”, “letters”, “warm”, “edge”.</p>
      }
    </div>
  `,
  styleUrl: './finder.scss',
})
export class Finder {
  readonly items = input.required<readonly FinderItem[]>();
  readonly label = input.required<string>();
  /** The item that holds now. */
  readonly current = input<string | null>(null);
  readonly tried = output<string | null>();
  readonly taken = output<string>();
  readonly closed = output<void>();

  protected readonly name = `finder-${++made}`;
  protected readonly asked = signal('');
  protected readonly active = signal<FinderItem | null>(null);
  protected readonly activeId = computed(() => (this.active() ? `${this.name}-${this.active()?.id}` : null));
  private readonly entry = viewChild.required<ElementRef<HTMLInputElement>>('entry');
  private readonly element = inject<ElementRef<HTMLElement>>(ElementRef);

  private readonly found = computed(() => {
    const asked = this.asked();
    const scored = this.items().map((item) => ({ item, score: matching(item, asked) }));
    const hits = scored.filter(({ score }) => score > 0);
    // As they are given while nothing is asked, else the best first.
    return (asked.trim() === '' ? hits : hits.sort((a, b) => b.score - a.score)).map(({ item }) => item);
  });
  protected readonly groups = computed(() => {
    const names = [...new Set(this.found().map(({ group }) => group))];
    return names.map((name) => ({ name, items: this.found().filter(({ group }) => group === name) }));
  });
  private readonly inOrder = computed(() => this.groups().flatMap(({ items }) => items));

  constructor() {
    effect(() => untracked(() => this.entry().nativeElement.focus({ preventScroll: true })));
  }

  protected ask(words: string): void {
    this.asked.set(words);
    this.point(words.trim() === '' ? null : (this.inOrder()[0] ?? null));
  }

  protected point(item: FinderItem | null): void {
    if (item?.id === this.active()?.id) return;
    this.active.set(item);
    this.tried.emit(item?.id ?? null);
  }

  protected key(event: KeyboardEvent): void {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (by !== 0) {
      const items = this.inOrder();
      const at = items.findIndex(({ id }) => id === this.active()?.id);
      this.point(items[at < 0 ? (by > 0 ? 0 : items.length - 1) : (at + by + items.length) % items.length] ?? null);
      queueMicrotask(() => this.element.nativeElement.querySelector('[aria-selected="true"]')?.scrollIntoView({ block: 'nearest' }));
    } else if (event.key === 'Enter') {
      const chosen = this.active() ?? this.inOrder()[0];
      if (chosen) this.taken.emit(chosen.id);
    } else if (event.key === 'Escape') this.closed.emit();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
}
