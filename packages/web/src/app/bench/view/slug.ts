import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import type { Sheet } from '@uvrant/core';
import { Lengths } from '../../ui/lengths';
import { Editing } from '../editing';
import { Rendering } from './rendering';
import type { TableStatus, UnderPointer } from '../table/table';
import { whyInWords, type WhyLine } from './why-words';
import { percent } from '../words';

/** The line at the bottom: inks, draft or true, scale, and what is under the pointer. */
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
    <div class="state" [class.true]="status().isTrue" role="status">{{ state() }}</div>
    <div>{{ scale() }}</div>
    @if (under(); as under) {
      <div class="place">{{ place() }}</div>
      @if (under.tone !== null) {
        <div>
          tone
          <b>{{ tone() }}</b>
        </div>
      }
    }
    @if (why(); as line) {
      <button type="button" class="why" [disabled]="!line.to" (click)="go(line)">
        @if (line.colour) {
          <span class="uv-swatch" [style.background]="line.colour"></span>
        }
        {{ line.words }}
      </button>
    }
  `,
  styles: `
    :host {
      display: flex;
      align-items: stretch;
      border-top: var(--rule);
      background: var(--paper);
      font-size: 0.71875rem;
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
    .why {
      display: flex;
      flex: 1;
      align-items: center;
      gap: 5px;
      min-width: 0;
      padding: 0 12px;
      overflow: hidden;
      color: var(--cobalt);
      text-align: left;
      text-overflow: ellipsis;
      white-space: nowrap;
      &:disabled {
        color: var(--ink);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Slug {
  readonly sheet = input.required<Sheet>();
  readonly status = input.required<TableStatus>();
  readonly under = input.required<UnderPointer | null>();
  private readonly rendering = inject(Rendering);
  private readonly editing = inject(Editing);
  private readonly lengths = inject(Lengths);

  protected readonly inks = computed(() => {
    const shares = this.rendering.inks()?.inks;
    return this.sheet().inks.map((ink) => ({ ...ink, share: shares ? `≈ ${percent(shares[ink.id] ?? 0, 1)}` : '…' }));
  });

  /** Draft or true; how much of the true print is there while it is made. */
  protected readonly state = computed(() => {
    const { isTrue, share } = this.status();
    if (isTrue) return 'true';
    return share > 0 ? `true: ${percent(share)}` : 'draft';
  });

  protected readonly scale = computed(() => {
    const { scale } = this.status();
    return Math.abs(scale - 1) < 0.001 ? 'zoom 100 %, 1 : 1' : `zoom ${(100 * scale).toFixed(1)} %`;
  });

  protected readonly place = computed(() => {
    const under = this.under();
    if (!under) return '';
    const digits = this.lengths.unit() === 'in' ? 2 : 1;
    return `${this.lengths.shown(under.x).toFixed(digits)}, ${this.lengths.shown(under.y).toFixed(digits)} ${this.lengths.unit()}`;
  });

  protected readonly tone = computed(() => percent(this.under()?.tone ?? 0));

  /** Why the place last pointed at looks as it does; it stays while the pointer goes to it. */
  protected readonly why = computed(() => {
    const why = this.rendering.why();
    return why ? whyInWords(why, this.sheet()) : null;
  });

  constructor() {
    effect(() => {
      const under = this.under();
      if (under) this.rendering.asked.set({ x: under.x, y: under.y });
    });
  }

  protected go({ to }: WhyLine): void {
    if (to) this.editing.choose(to);
  }
}
