import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import { Store } from '@ngrx/store';
import { Engine, TaskCancelled } from '../engine/engine';
import {
  findPass,
  passesOf,
  picturesOf,
  pixelsOf,
  printedSheets,
  wearName,
  wearsOf,
  withPass,
  type Sheet,
  type Spot,
  type Taken,
  type TextureWear,
  type ToneStatistics,
  type WearSums,
  type Why,
  type WornLetter,
} from '@uvrant/core';
import { READING_BAND } from '../engine/reading-band';
import { Hanging } from './hanging';
import type { BareMask, InkShares, MeanTones, Pixels, StepReading, TypeSetting } from '../engine/protocol';
import { benchFeature } from '../state/bench';
import { jobsFeature } from '../state/jobs';

/** After the last change, ms, before readings and small pictures are made anew. */
const QUIET_MS = 180;
const SMALL_SIDE = 112;
/** An open mask is to follow the brush. */
const PLANE_QUIET_MS = 30;

/** What wear takes: about, or as the true print was read from end to end. */
export interface WornReading {
  readonly sums: WearSums;
  readonly isTrue: boolean;
}

const added = (one: Readonly<Record<string, Taken>>, two: Readonly<Record<string, Taken>>): Record<string, Taken> =>
  Object.fromEntries(
    Object.entries(two).map(([name, { there, taken }]) => [
      name,
      { there: there + (one[name]?.there ?? 0), taken: taken + (one[name]?.taken ?? 0) },
    ]),
  );

/** The sheet as the workers know it, and what is read from it beside the picture itself. */
@Injectable()
export class Rendering {
  private readonly engine = inject(Engine);
  private readonly store = inject(Store);
  private readonly document = this.store.selectSignal(benchFeature.selectDocument);
  private readonly assets = this.store.selectSignal(jobsFeature.selectAssets);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);

  private readonly shown = this.store.selectSignal(benchFeature.selectShown);
  private readonly id = this.store.selectSignal(benchFeature.selectId);
  private readonly sheets = this.store.selectSignal(jobsFeature.selectSheets);

  /** A sheet that is only tried: shown on the table in place of the real one, never kept. */
  readonly trial = signal<Sheet | null>(null);

  /** What tasks on the whole sheet as it is now are asked for by; null before there is one. */
  readonly whole = computed(() => {
    const document = this.document();
    return document ? this.open(document) : null;
  });
  /** The same for what the table shows: up to the peel line, one pass alone, or something that is tried. */
  readonly version = computed(() => {
    const [document, shown, trial, whole] = [this.document(), this.shown(), this.trial(), this.whole()];
    if (!document || whole === null) return null;
    // The table takes the greater number for the later print, so what it comes back to is opened again.
    const isWhole = !trial && (shown === document || !shown);
    this.latest = isWhole && whole > this.latest ? whole : this.open(trial ?? shown ?? document);
    return this.latest;
  });
  private latest = 0;

  /** Gives the workers a sheet and those that it prints; the number that tasks on it are asked for by. */
  open(sheet: Sheet): number {
    const [id, document] = [this.id(), this.document()];
    const kept = this.sheets();
    const others = printedSheets(sheet, (each) => (each === id ? (document ?? undefined) : kept.find((one) => one.id === each)?.document));
    // Of thousands of pictures in the chest only those that are printed go to the workers.
    const printed = new Set([sheet, ...others.values()].flatMap(picturesOf).map(({ sha256 }) => sha256));
    const infos = this.assets().filter(({ sha256 }) => printed.has(sha256));
    return this.engine.open(sheet, infos, Object.fromEntries(others));
  }

  /** How a picture pass of a sheet that is only tried would go down over what lies beneath it. */
  async tonesOf(sheet: Sheet, pass: string): Promise<MeanTones> {
    return this.engine.ask({ kind: 'tones', version: this.open(sheet), pass });
  }
  async greysOf(sheet: Sheet, pass: string, wear: string): Promise<ToneStatistics> {
    return this.engine.ask({ kind: 'greys', version: this.open(sheet), pass, wear });
  }

  async spotsFor(sheet: Sheet, pass: string, wear: string): Promise<readonly Spot[]> {
    return this.engine.ask({ kind: 'spots', version: this.open(sheet), pass, wear });
  }

  withWear(sheet: Sheet, pass: string, wear: TextureWear): Sheet {
    return withPass(sheet, pass, (each) => ({ ...each, wear: each.wear.map((one) => (one.id === wear.id ? wear : one)) }));
  }

  /** About what share of the ink there a wear would take. */
  async takenBy(sheet: Sheet, pass: string, wear: TextureWear): Promise<number> {
    const version = this.open(this.withWear(sheet, pass, { ...wear, on: true }));
    const { wears } = await this.engine.ask({ kind: 'worn', version, band: null });
    const { there, taken } = wears[wearName(pass, wear.id)] ?? { there: 0, taken: 0 };
    return there > 0 ? taken / there : 0;
  }

  /** Changes only when what is unprinted does: a source, or where it lies. */
  private readonly sourceName = computed(() => {
    const document = this.document();
    return JSON.stringify(
      document && [
        document.size,
        document.ppi,
        [...passesOf(document.passes)].map(({ id, source, placement }) => ({ id, source, placement })),
      ],
    );
  });
  readonly unprintedVersion = computed(() => {
    this.sourceName();
    return untracked(this.whole);
  });

  readonly inks = signal<InkShares | null>(null);
  readonly reading = signal<StepReading | null>(null);
  readonly bare = signal<BareMask | null>(null);
  /** How the chosen type pass is set. */
  readonly setting = signal<TypeSetting | null>(null);
  /** What wear takes, by wear and by lettering. */
  readonly worn = signal<WornReading | null>(null);
  readonly letters = signal<Readonly<Record<string, WornLetter>>>({});
  /** The place, mm, whose look is asked about, and why it looks so. */
  readonly asked = signal<{ readonly x: number; readonly y: number } | null>(null);
  readonly why = signal<Why | null>(null);
  /** Where the open mask shows or the open wear takes. */
  readonly plane = signal<BareMask | null>(null);
  readonly small = signal<Readonly<Record<string, Pixels>>>({});
  readonly problem = signal<string | null>(null);
  readonly showBare = signal(false);
  /** Set while a colour is being picked from the unprinted picture. */
  readonly picking = signal<((rgb: readonly [number, number, number]) => void) | null>(null);

  private readonly hanging = inject(Hanging);

  constructor() {
    this.whenQuiet(
      () => ({ version: this.version(), at: this.asked(), document: this.document() }),
      async ({ version, at, document }, signal) => {
        if (version === null || !at || !document) return this.why.set(null);
        const { width, height } = document.size;
        if (at.x < 0 || at.y < 0 || at.x >= width || at.y >= height) return;
        const perMm = document.ppi / 25.4;
        this.why.set(await this.engine.ask({ kind: 'why', version, x: at.x * perMm, y: at.y * perMm }, signal));
      },
    );
    this.whenQuiet(
      () => ({ version: this.whole(), plane: this.hanging.plane() }),
      async ({ version, plane }, signal) => {
        if (version === null || plane === null) return this.plane.set(null);
        this.plane.set(await this.engine.ask({ kind: 'plane', version, ...plane }, signal));
      },
      PLANE_QUIET_MS,
    );
    this.whenQuiet(
      () => ({ version: this.whole(), document: this.document() }),
      async ({ version, document }, signal) => {
        const isWorn = document !== null && [...wearsOf(document)].some(({ wear }) => wear.on);
        if (version === null || !document || !isWorn) {
          this.worn.set(null);
          this.letters.set({});
          return;
        }
        this.worn.set({ sums: await this.engine.ask({ kind: 'worn', version, band: null }, signal), isTrue: false });
        this.letters.set(await this.engine.ask({ kind: 'letters', version }, signal));
        const bands = Math.ceil(pixelsOf(document.size.height, document.ppi) / READING_BAND);
        let sums: WearSums = { wears: {}, lettering: {} };
        for (let band = 0; band < bands; band++) {
          const part = await this.engine.ask({ kind: 'worn', version, band }, signal);
          sums = { wears: added(sums.wears, part.wears), lettering: added(sums.lettering, part.lettering) };
        }
        this.worn.set({ sums, isTrue: true });
      },
    );
    this.whenQuiet(
      () => ({ version: this.whole(), line: this.line() }),
      async ({ version, line }, signal) => {
        const document = untracked(this.document);
        const known = line.step !== null && line.pass !== null && document && findPass(document, line.pass);
        if (version === null || !known) return this.reading.set(null);
        const task = { kind: 'reading', version, pass: line.pass, step: line.step } as const;
        this.reading.set(await this.engine.ask(task, signal));
      },
    );
    this.whenQuiet(
      () => ({ version: this.whole(), line: this.line() }),
      async ({ version, line }, signal) => {
        const document = untracked(this.document);
        const pass = document && line.pass !== null ? findPass(document, line.pass) : undefined;
        if (version === null || pass?.source.kind !== 'type') return this.setting.set(null);
        this.setting.set(await this.engine.ask({ kind: 'setting', version, pass: pass.id }, signal));
      },
    );
    this.whenQuiet(
      () => ({ version: this.whole(), document: this.document() }),
      async ({ version, document }, signal) => {
        if (version === null || !document) return;
        this.inks.set(await this.engine.ask({ kind: 'inks', version }, signal));
        for (const { id } of passesOf(document.passes)) {
          const pixels = await this.engine.ask({ kind: 'picture', version, side: SMALL_SIDE, after: id }, signal);
          this.small.update((small) => ({ ...small, [id]: pixels }));
        }
      },
    );
    this.whenQuiet(
      () => ({ version: this.whole(), wanted: this.showBare(), pass: this.screened() }),
      async ({ version, wanted, pass }, signal) => {
        if (version === null || !wanted || pass === null) return this.bare.set(null);
        this.bare.set(await this.engine.ask({ kind: 'bare', version, pass }, signal));
      },
    );
  }

  /** The pass whose bare light is asked about: the chosen one, or the first that is screened. */
  private readonly screened = computed(() => {
    const screenedPasses = [...passesOf(this.document()?.passes ?? [])].filter((pass) =>
      pass.steps.some((step) => step.kind === 'screen' && step.on),
    );
    return (screenedPasses.find((pass) => pass.id === this.line().pass) ?? screenedPasses[0])?.id ?? null;
  });

  /** Runs work a little after what it depends on has settled, and calls it off when that changes again. */
  private whenQuiet<T>(depends: () => T, work: (on: T, signal: AbortSignal) => Promise<void> | void, quiet = QUIET_MS): void {
    effect((onCleanup) => {
      const on = depends();
      const stop = new AbortController();
      const timer = setTimeout(() => {
        Promise.resolve(work(on, stop.signal)).catch((error: unknown) => {
          if (!(error instanceof TaskCancelled)) this.fail(error);
        });
      }, quiet);
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
