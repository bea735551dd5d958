import { Injectable, computed, effect, inject, type Signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { Engine, TaskCancelled } from '../../engine/engine';
import type { InHand } from '../../engine/protocol';
import { benchFeature } from '../../state/bench';
import { Rendering } from '../view/rendering';
import type { Wanted } from './tiles';
import { seenDraft } from './viewport';
import { trueHalvings } from './viewport';

/** After the last change, ms: a dial that is still turned is not waited upon. */
const QUIET_MS = 60;

/** Has what is in hand made ready: what stays as it is while its dials are turned is rendered before the first of them is. */
@Injectable()
export class Readying {
  private readonly engine = inject(Engine);
  private readonly rendering = inject(Rendering);
  private readonly store = inject(Store);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);
  private readonly inHand = computed<InHand | null>(() => {
    const { pass, step, attached } = this.line();
    return pass === null ? null : { pass, step, wear: attached?.wear ?? null };
  });

  follow(wanted: Signal<Wanted | null>): void {
    effect((onCleanup) => {
      const [now, of] = [wanted(), this.inHand()];
      // At print pixels there are no drafts.
      if (!now || !of || trueHalvings(now.view.zoom, now.density) === 0) return;
      const stop = new AbortController();
      const timer = setTimeout(() => this.make(now, of, stop.signal), QUIET_MS);
      onCleanup(() => {
        clearTimeout(timer);
        stop.abort();
      });
    });
  }

  private make(wanted: Wanted, of: InHand, signal: AbortSignal): void {
    const asked = seenDraft(wanted).map((place) => this.engine.ask({ kind: 'ready', version: wanted.version, of, ...place }, signal));
    Promise.all(asked).catch((error: unknown) => {
      if (!(error instanceof TaskCancelled)) this.rendering.fail(error);
    });
  }
}
