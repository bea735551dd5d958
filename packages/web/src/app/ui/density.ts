import { DestroyRef, Injectable, inject, signal, type Signal } from '@angular/core';

/** Screen pixels a CSS pixel, followed as the window goes to another screen or is zoomed. */
@Injectable({ providedIn: 'root' })
export class Density {
  private readonly now = signal(devicePixelRatio);
  readonly density: Signal<number> = this.now.asReadonly();
  private query: MediaQueryList | null = null;
  private readonly changed = (): void => {
    this.now.set(devicePixelRatio);
    this.watch();
  };

  constructor() {
    this.watch();
    inject(DestroyRef).onDestroy(() => this.query?.removeEventListener('change', this.changed));
  }

  /** A query of the density as it is now tells when it is that no more. */
  private watch(): void {
    this.query?.removeEventListener('change', this.changed);
    this.query = typeof matchMedia === 'function' ? matchMedia(`(resolution: ${devicePixelRatio}dppx)`) : null;
    this.query?.addEventListener('change', this.changed);
  }
}
