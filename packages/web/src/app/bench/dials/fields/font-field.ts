import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { MatIcon } from '@angular/material/icon';
import { Store } from '@ngrx/store';
import { SHIPPED_FONTS, type DialOf, type FontRef, type Pass, type Sheet } from '@uvrant/core';
import { FontActions, fontsFeature } from '../../../state/fonts';
import { Finder, type FinderItem } from '../../../ui/finder';
import type { FieldInputs } from './field-inputs';
import { pageFamily, sampleOf, showInPage } from './font-samples';

const keyOf = (font: FontRef): string => ('family' in font ? font.family : font.sha256);

/** Fonts by their role, name and licence beside; the person's own below them. */
@Component({
  selector: 'uv-font-field',
  imports: [Finder, MatIcon],
  template: `
    <div class="top">
      <b>{{ dial().title }}</b>
      <button type="button" class="chosen choose" [attr.aria-expanded]="open()" (click)="open.set(!open())">
        {{ title() }} <mat-icon svgIcon="down" />
      </button>
    </div>
    @if (open()) {
      <uv-finder
        class="inline"
        [items]="items()"
        [current]="current()"
        label="A font by its role or name"
        (tried)="try($event)"
        (taken)="take($event)"
        (closed)="leave()"
      />
    } @else {
      <p class="more">{{ note() }}</p>
    }
    <label class="file">
      Add a font of your own (.ttf, .otf, .woff, .woff2)
      <input type="file" accept=".ttf,.otf,.ttc,.woff,.woff2" aria-label="Add a font of your own" (change)="add(file)" #file />
    </label>
    @if (problem(); as problem) {
      <p class="uv-warn" role="alert">{{ problem }}</p>
    }
  `,
  styleUrl: './field.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FontField {
  readonly dial = input.required<DialOf<'font'>>();
  readonly value = input.required<FontRef>();
  readonly change = input.required<FieldInputs['change']>();
  readonly sheet = input<Sheet>();
  readonly pass = input<Pass>();
  readonly values = input<FieldInputs['values']>();

  private readonly store = inject(Store);
  private readonly own = this.store.selectSignal(fontsFeature.selectOwn);
  private readonly latest = this.store.selectSignal(fontsFeature.selectLatest);
  protected readonly problem = this.store.selectSignal(fontsFeature.selectProblem);
  protected readonly open = signal(false);
  /** The font that held before something was tried. */
  private before: FontRef | null = null;
  private wanted = false;

  protected readonly current = computed(() => keyOf(this.before ?? this.value()));
  private readonly shipped = computed(() => {
    const value = this.value();
    return 'family' in value ? SHIPPED_FONTS.find(({ family }) => family === value.family) : undefined;
  });
  protected readonly title = computed(() => {
    const value = this.value();
    return this.shipped()?.name ?? ('family' in value ? value.family : value.name);
  });
  protected readonly note = computed(() => {
    const font = this.shipped();
    return font ? `${font.role}; ${font.licence}` : 'your own';
  });
  /** The words that are set, so that each font shows itself with them. */
  private readonly sample = computed(() => {
    const source = this.pass()?.source;
    return source?.kind === 'type' ? sampleOf(source.text, source.upperCase) : sampleOf('', false);
  });
  protected readonly items = computed<readonly FinderItem[]>(() => [
    ...SHIPPED_FONTS.map(({ family, name, role, licence }) => ({
      id: family,
      title: role,
      note: `${name}, ${licence}`,
      group: 'With the program',
      words: name,
      sample: { words: this.sample(), font: pageFamily({ family }) },
    })),
    ...this.own().map(({ sha256, name }) => ({
      id: sha256,
      title: name,
      note: 'your own',
      group: 'Your own',
      sample: { words: this.sample(), font: pageFamily({ sha256, name }) },
    })),
  ]);

  constructor() {
    this.store.dispatch(FontActions.fontsWanted());
    effect(() => {
      if (!this.open()) return;
      for (const { family } of SHIPPED_FONTS) showInPage({ family });
      for (const { sha256, name } of this.own()) showInPage({ sha256, name });
    });
    // A font that was just added is taken at once.
    effect(() => {
      const latest = this.latest();
      if (!this.wanted || latest === null) return;
      this.wanted = false;
      this.take(latest);
    });
  }

  private fontOf(id: string): FontRef | null {
    if (SHIPPED_FONTS.some(({ family }) => family === id)) return { family: id };
    const own = this.own().find(({ sha256 }) => sha256 === id);
    return own ? { sha256: own.sha256, name: own.name } : null;
  }

  protected try(id: string | null): void {
    const font = id === null ? this.before : this.fontOf(id);
    if (!font) return;
    this.before ??= this.value();
    this.change()(font, true);
  }

  protected take(id: string): void {
    const font = this.fontOf(id);
    if (font) this.change()(font, this.before !== null);
    this.before = null;
    this.change()(font ?? this.value(), false);
    this.open.set(false);
  }

  protected leave(): void {
    if (this.before) this.change()(this.before, true);
    this.before = null;
    this.open.set(false);
  }

  protected add(entry: HTMLInputElement): void {
    const file = entry.files?.[0];
    entry.value = '';
    if (!file) return;
    this.wanted = true;
    this.store.dispatch(FontActions.fontDropped({ file }));
  }
}
