import { DestroyRef, Injectable, computed, inject, signal } from '@angular/core';

export const SHADES = ['as the system', 'light', 'dark'] as const;
export type Shade = (typeof SHADES)[number];

/** The form's colours that canvases and charts draw with, as CSS colours. */
export interface DrawnColours {
  readonly ink: string;
  readonly hair: string;
  readonly ruler: string;
  readonly cobalt: string;
}

const KEPT_AS = 'uvrant-form';
const DARK = '(prefers-color-scheme: dark)';

const kept = (): Shade => {
  try {
    return SHADES.find((each) => each === localStorage.getItem(KEPT_AS)) ?? 'as the system';
  } catch {
    // A browser may keep nothing for anyone.
    return 'as the system';
  }
};

/** Whether the form and its table are light or dark: by the person's choice, or as the system prefers. */
@Injectable({ providedIn: 'root' })
export class FormShade {
  private readonly chosen = signal<Shade>(kept());
  readonly choice = this.chosen.asReadonly();
  private readonly systemIsDark = signal(false);
  readonly isDark = computed(() => (this.chosen() === 'as the system' ? this.systemIsDark() : this.chosen() === 'dark'));

  /** The colours as they are now. */
  readonly colours = computed<DrawnColours>(() => {
    this.isDark();
    const style = getComputedStyle(document.documentElement);
    const colour = (name: string): string => style.getPropertyValue(`--${name}`).trim() || '#000';
    return { ink: colour('ink'), hair: colour('hair'), ruler: colour('ruler'), cobalt: colour('cobalt') };
  });

  constructor() {
    this.show(this.chosen());
    const system = typeof matchMedia === 'function' ? matchMedia(DARK) : null;
    if (!system) return;
    this.systemIsDark.set(system.matches);
    const follow = (): void => this.systemIsDark.set(system.matches);
    system.addEventListener('change', follow);
    inject(DestroyRef).onDestroy(() => system.removeEventListener('change', follow));
  }

  choose(shade: Shade): void {
    this.show(shade);
    this.chosen.set(shade);
    try {
      localStorage.setItem(KEPT_AS, shade);
    } catch {
      // It holds for this window, then.
    }
  }

  private show(shade: Shade): void {
    if (shade === 'as the system') delete document.documentElement.dataset['form'];
    else document.documentElement.dataset['form'] = shade;
  }
}
