import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import { Engine, TaskCancelled } from '../engine/engine';
import type { BareMask, InkShares, Pixels, StepReading } from '../engine/protocol';
import { benchFeature } from '../state/bench';
import { jobsFeature } from '../state/jobs';

/** After the last change, ms, before readings and small pictures are made anew. */
const QUIET_MS = 180;
const SMALL_SIDE = 112;

/** The sheet as the workers know it, and what is read from it beside the picture itself. */
@Injectable()
export class Rendering {
  private readonly engine = inject(Engine);
  private readonly store = inject(Store);
  private readonly document = this.store.selectSignal(benchFeature.selectDocument);
  private readonly assets = this.store.selectSignal(jobsFeature.selectAssets);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);

  /** What tasks on the sheet as it is now are asked for by; null before there is one. */
  readonly version = computed(() => {
    const document = this.document();
    return document ? this.engine.open(document, this.assets()) : null;
  });
  /** Changes only when what is unprinted does: a source, or where it lies. */
  private readonly sourceName = computed(() => {
    const document = this.document();
    return JSON.stringify(
      document && [document.size, document.ppi, document.passes.map(({ id, source, placement }) => ({ id, source, placement }))],
    );
  });
  readonly unprintedVersion = computed(() => {
    this.sourceName();
    return untracked(this.version);
  });

  readonly inks = signal<InkShares | null>(null);
  readonly reading = signal<StepReading | null>(null);
  readonly bare = signal<BareMask | null>(null);
  readonly small = signal<Readonly<Record<string, Pixels>>>({});
  readonly problem = signal<string | null>(null);
  readonly showBare = signal(false);
  /** Set while a colour is being picked from the unprinted picture. */
  readonly picking = signal<((rgb: readonly [number, number, number]) => void) | null>(null);

  constructor() {
    this.whenQuiet(
      () => ({ version: this.version(), line: this.line() }),
      async ({ version, line }, signal) => {
        const document = untracked(this.document);
        const known = line.step !== null && document?.passes.some((pass) => pass.id === line.pass);
        if (version === null || !known) return this.reading.set(null);
        const task = { kind: 'reading', version, pass: line.pass as string, step: line.step } as const;
        this.reading.set(await this.engine.ask(task, signal));
      },
    );
    this.whenQuiet(
      () => ({ version: this.version(), document: this.document() }),
      async ({ version, document }, signal) => {
        if (version === null || !document) return;
        this.inks.set(await this.engine.ask({ kind: 'inks', version }, signal));
        for (const { id } of document.passes) {
          const pixels = await this.engine.ask({ kind: 'picture', version, side: SMALL_SIDE, after: id }, signal);
          this.small.update((small) => ({ ...small, [id]: pixels }));
        }
      },
    );
    this.whenQuiet(
      () => ({ version: this.version(), wanted: this.showBare(), pass: this.screened() }),
      async ({ version, wanted, pass }, signal) => {
        if (version === null || !wanted || pass === null) return this.bare.set(null);
        this.bare.set(await this.engine.ask({ kind: 'bare', version, pass }, signal));
      },
    );
  }

  /** The pass whose bare light is asked about: the chosen one, or the first that is screened. */
  private readonly screened = computed(() => {
    const screenedPasses = (this.document()?.passes ?? []).filter((pass) => pass.steps.some((step) => step.kind === 'screen' && step.on));
    return (screenedPasses.find((pass) => pass.id === this.line().pass) ?? screenedPasses[0])?.id ?? null;
  });

  /** Runs work a little after what it depends on has settled, and calls it off when that changes again. */
  private whenQuiet<T>(depends: () => T, work: (on: T, signal: AbortSignal) => Promise<void> | void): void {
    effect((onCleanup) => {
      const on = depends();
      const stop = new AbortController();
      const timer = setTimeout(() => {
        Promise.resolve(work(on, stop.signal)).catch((error: unknown) => {
          if (!(error instanceof TaskCancelled)) this.fail(error);
        });
      }, QUIET_MS);
      onCleanup(() => {
        clearTimeout(timer);
        stop.abort();
      });
    });
  }

  fail(error: unknown): void {
    this.problem.set(error instanceof Error ? error.message : String(error));
  }
}
