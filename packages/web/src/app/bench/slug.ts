import { Component, computed, inject, input } from '@angular/core';
import type { Sheet } from '@uvrant/core';
import { Lengths } from '../ui/lengths';
import { Rendering } from './rendering';
import type { UnderPointer } from './table';
import { percent } from './words';

/** The line at the foot: inks, draft or true, scale, and what is under the pointer. */
@Component({
  selector: 'uv-slug',
  template: `
    @for (ink of inks(); track ink.id) {
      <div>
        <span class="uv-swatch" [style.background]="ink.colour"></span>
        {{ ink.name }}
        <b>{{ ink.share }}</b>
      </div>
    }
    <div class="state" [class.true]="status().isTrue" role="status">{{ status().isTrue ? 'true' : 'draft' }}</div>
    <div>{{ scale() }}</div>
    @if (under(); as under) {
      <div class="place">{{ place() }}</div>
      @if (under.tone !== null) {
        <div>
          tone
          <b>{{ tone() }}</b>
        </div>
        <div>{{ under.ink! > 0.5 ? 'ink here' : 'bare here' }}</div>
      }
    }
  `,
  styles: `
    :host {
      display: flex;
      align-items: stretch;
      border-top: var(--rule);
      background: var(--paper);
      font-size: 11.5px;
      overflow: hidden;
    }
    div {
      display: flex;
      align-items: center;
      gap: 5px;
      padding: 0 12px;
      border-right: var(--line);
      white-space: nowrap;
    }
    b {
      font-weight: 640;
    }
    .state {
      min-width: 52px;
      font-weight: 700;
      color: var(--soft);
      &.true {
        color: var(--cobalt);
      }
    }
    .place {
      min-width: 106px;
    }
  `,
})
export class Slug {
  readonly sheet = input.required<Sheet>();
  readonly status = input.required<{ readonly isTrue: boolean; readonly scale: number }>();
  readonly under = input.required<UnderPointer | null>();
  private readonly rendering = inject(Rendering);
  private readonly lengths = inject(Lengths);

  protected readonly inks = computed(() => {
    const shares = this.rendering.inks()?.inks;
    return this.sheet().inks.map((ink) => ({ ...ink, share: shares ? `≈ ${percent(shares[ink.id] ?? 0, 1)}` : '…' }));
  });

  protected readonly scale = computed(() => {
    const { scale } = this.status();
    return Math.abs(scale - 1) < 0.001 ? '1 : 1, print pixels' : `${(100 * scale).toFixed(1)} % of print pixels`;
  });

  protected readonly place = computed(() => {
    const under = this.under();
    if (!under) return '';
    const digits = this.lengths.unit() === 'in' ? 2 : 1;
    return `${this.lengths.shown(under.x).toFixed(digits)}, ${this.lengths.shown(under.y).toFixed(digits)} ${this.lengths.unit()}`;
  });

  protected readonly tone = computed(() => percent(this.under()?.tone ?? 0));
}
