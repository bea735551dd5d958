import { Injectable, computed, effect, inject, signal, untracked } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { Store } from '@ngrx/store';
import { Subject } from 'rxjs';
import { Engine, TaskCancelled } from '../../engine/engine';
import {
  addedSums,
  findPass,
  passesOf,
  picturesOf,
  pixelsOf,
  printedSheets,
  profileFor,
  stepOfKind,
  trueScale,
  wearName,
  wearsOf,
  withPass,
  type BentLetters,
  type CheckReport,
  type FoundScreen,
  type Sheet,
  type SourceInfo,
  type Spot,
  type TextureWear,
  type ToneStatistics,
  type UnfoundEdges,
  type WearSums,
  type Why,
  type WornLetter,
} from '@uvrant/core';
import { READING_BAND } from '../../engine/reading-band';
import { fitted, seenDraft } from '../table/viewport';
import { ownPart } from './own-part';
import { Timing } from '../../engine/timing';
import { Attachments } from '../attached/attachments';
import type { BareMask, InkShares, LetterReadings, MeanTones, Pixels, SheetBox, StepReading, TypeSetting } from '../../engine/protocol';
import { benchFeature } from '../../state/bench';
import { dispatchFeature } from '../../state/dispatch';
import { jobsFeature } from '../../state/jobs';

/** After the last change, ms, before readings and small pictures are made anew. */
const QUIET_MS = 180;
/** About what the bench takes of the window beside its table, px. */
const BESIDE_TABLE = { width: 640, height: 100 };
/** Checks print parts of the sheet: they wait until the hand rests. */
const CHECKS_QUIET_MS = 1500;
const SMALL_SIDE = 112;
/** An open mask is to follow the brush. */
const PLANE_QUIET_MS = 30;

const NO_LETTERS: LetterReadings = { worst: {}, outlines: {} };

/** What wear takes: about, or as the true print was read from end to end. */
export interface WornReading {
  readonly sums: WearSums;
  readonly isTrue: boolean;
}

/** A sheet with all that it prints. */
interface PrintedParts {
  readonly sheet: Sheet;
  readonly others: ReadonlyMap<string, Sheet>;
  readonly infos: readonly SourceInfo[];
}

/** True where two print the same: the same documents, and the same pictures, whatever else was said of these. */
const sameParts = (a: PrintedParts | null, b: PrintedParts | null): boolean => {
  if (!a || !b) return a === b;
  const pictures = ({ infos }: PrintedParts): string => infos.map(({ sha256 }) => sha256).join();
  const sheets = ({ sheet, others }: PrintedParts): unknown[] => [sheet, ...[...others].flat()];
  const [one, two] = [sheets(a), sheets(b)];
  return one.length === two.length && one.every((each, i) => each === two[i]) && pictures(a) === pictures(b);
};

/** The sheet as the workers know it, and what is read from it beside the picture itself. */
@Injectable()
export class Rendering {
  private readonly engine = inject(Engine);
  private readonly timing = inject(Timing);
  private readonly store = inject(Store);
  private readonly document = this.store.selectSignal(benchFeature.selectDocument);
  private readonly assets = this.store.selectSignal(jobsFeature.selectPictures);
  private readonly line = this.store.selectSignal(benchFeature.selectLine);
  private readonly chosenIds = this.store.selectSignal(benchFeature.selectChosenIds);

  private readonly shown = this.store.selectSignal(benchFeature.selectShown);
  private readonly id = this.store.selectSignal(benchFeature.selectId);
  private readonly sheets = this.store.selectSignal(jobsFeature.selectSheetsToOpen);

  /** A sheet that is only tried: shown on the table in place of the real one, never kept. */
  readonly trial = signal<Sheet | null>(null);

  private readonly printed = computed(() => this.partsOf(this.document()), { equal: sameParts });
  private readonly looked = computed(() => this.partsOf(this.trial() ?? this.shown() ?? this.document()), { equal: sameParts });
  private readonly wholeNumber = signal<number | null>(null);
  private readonly shownNumber = signal<number | null>(null);
  /** What tasks on the whole sheet as it is now are asked for by; null before there is one. */
  readonly whole = this.wholeNumber.asReadonly();
  /** The same for what the table shows: up to the peel line, one pass alone, or something that is tried. */
  readonly version = this.shownNumber.asReadonly();

  /** Tells of each version at once, while a change of the page may wait for the next frame. */
  readonly versionChanged = new Subject<void>();

  /** What of all that is open decides how a sheet prints: the sheet, those that it prints, and their pictures. */
  private partsOf(sheet: Sheet | null): PrintedParts | null {
    if (!sheet) return null;
    const [id, document] = [this.id(), this.document()];
    const kept = this.sheets();
    const others = printedSheets(sheet, (each) => (each === id ? (document ?? undefined) : kept.find((one) => one.id === each)?.document));
    // Of thousands of pictures in the chest only those that are printed go to the workers.
    const pictures = new Set([sheet, ...others.values()].flatMap(picturesOf).map(({ sha256 }) => sha256));
    return { sheet, others, infos: this.assets().filter(({ sha256 }) => pictures.has(sha256)) };
  }

  /** Opens what is printed and what is shown, each anew only where something that prints has changed. */
  private openBoth(printed: PrintedParts | null, looked: PrintedParts | null): void {
    const [whole, shown] = [this.wholeNumber(), this.shownNumber()];
    if (printed !== this.opened.printed) this.wholeNumber.set(printed && this.openParts(printed));
    const now = this.wholeNumber();
    if (printed !== this.opened.printed || looked !== this.opened.looked) {
      const isWhole = looked === printed || looked?.sheet === printed?.sheet;
      // The table takes the greater number for the later print, so what it comes back to is opened again.
      const next = !looked || now === null ? null : isWhole && now !== whole && now > (shown ?? 0) ? now : this.openParts(looked);
      this.shownNumber.set(next);
      if (next !== null) this.timing.opened(next);
      if (next !== null && looked && this.opened.looked === null) this.expectDraft(next, looked.sheet);
      this.opened = { printed, looked };
      this.versionChanged.next();
    }
  }

  /** The table will show the whole sheet: a draft as fine as that is about to be asked for. */
  private expectDraft(version: number, { size, ppi }: Sheet): void {
    const table = { width: innerWidth - BESIDE_TABLE.width, height: innerHeight - BESIDE_TABLE.height };
    const sheet = trueScale(size, ppi);
    this.engine.expect(version, seenDraft({ view: fitted(table, sheet), table, sheet, density: devicePixelRatio }));
  }

  private opened: { readonly printed: PrintedParts | null; readonly looked: PrintedParts | null } = { printed: null, looked: null };

  private openParts({ sheet, infos, others }: PrintedParts): number {
    return this.engine.open(sheet, infos, Object.fromEntries(others));
  }

  /** Gives the workers a sheet and those that it prints; the number that tasks on it are asked for by. */
  open(sheet: Sheet): number {
    return this.openParts(this.partsOf(sheet) as PrintedParts);
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

  /** A part of a sheet that is only tried, small. */
  async partOf(sheet: Sheet, within: SheetBox, side: number): Promise<Pixels> {
    return this.engine.ask({ kind: 'picture', version: this.open(sheet), side, after: null, within });
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

  /** What share of its outline a type pass would lose with a wear changed. */
  async outlineLostBy(sheet: Sheet, pass: string, wear: TextureWear, lettering: string): Promise<number> {
    const version = this.open(this.withWear(sheet, pass, wear));
    const { outlines } = await this.engine.ask({ kind: 'letters', version, outlineOf: lettering });
    const { there, taken } = outlines[lettering] ?? { there: 0, taken: 0 };
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
  /** Changes when the pictures that print do, or where they lie. */
  private readonly picturesName = computed(() => {
    const document = this.document();
    const printing = document ? [...passesOf(document.passes)].filter(({ on }) => on).map(({ id }) => id) : [];
    return `${this.sourceName()} ${printing.join()}`;
  });
  /** The pictures in which screens were looked for last. */
  private foundIn: string | null = null;
  private readonly unprintedNumber = signal<number | null>(null);
  readonly unprintedVersion = this.unprintedNumber.asReadonly();

  readonly inks = signal<InkShares | null>(null);
  readonly reading = signal<StepReading | null>(null);
  /** Screens that are in the sheet's pictures and surfaces already, by pass; read while a screen is in hand. */
  readonly foundScreens = signal<Readonly<Record<string, FoundScreen>>>({});
  /** How the displacement in hand leaves the letters of its pass. */
  readonly bent = signal<BentLetters | null>(null);
  /** Where the open cut-out looks for soft edges in vain. */
  readonly unfound = signal<UnfoundEdges | null>(null);
  /** What would not print, and what is in order; null until it was looked at. */
  readonly checks = signal<CheckReport | null>(null);
  readonly bare = signal<BareMask | null>(null);
  /** How the chosen type passes are set, those in chosen groups as well. */
  readonly settings = signal<Readonly<Record<string, TypeSetting>>>({});
  /** What wear takes, by wear and by lettering. */
  readonly worn = signal<WornReading | null>(null);
  readonly letters = signal<LetterReadings>(NO_LETTERS);
  /** The worst letter of each type pass, by what counts for it. */
  readonly worstLetters = computed<readonly WornLetter[]>(() => {
    const { worst, outlines } = this.letters();
    const byInk = Object.entries(worst).flatMap(([id, letter]) => (outlines[id] ? [] : [letter]));
    return [...byInk, ...Object.values(outlines).flatMap((loss) => loss.worst ?? [])];
  });
  /** The place, mm, whose look is asked about, and why it looks so. */
  readonly asked = signal<{ readonly x: number; readonly y: number } | null>(null);
  readonly why = signal<Why | null>(null);
  /** Where the open mask shows or the open wear takes. */
  readonly plane = signal<BareMask | null>(null);
  readonly small = signal<Readonly<Record<string, Pixels>>>({});
  readonly problem = signal<string | null>(null);

  private readonly attachments = inject(Attachments);
  private readonly view = this.store.selectSignal(benchFeature.selectView);
  private readonly profile = this.store.selectSignal(dispatchFeature.selectProfile);

  constructor() {
    this.engine.opening();
    effect(() => {
      const [printed, looked] = [this.printed(), this.looked()];
      untracked(() => this.openBoth(printed, looked));
    });
    // An edit is opened before the page is drawn anew for it, so that workers begin at once.
    this.store
      .select(benchFeature.selectShown)
      .pipe(takeUntilDestroyed())
      .subscribe(() => queueMicrotask(() => this.openBoth(this.printed(), this.looked())));
    effect(() => {
      const [name, whole] = [this.sourceName(), this.whole()];
      // Later versions whose sources are the same show the same.
      if (name === this.unprintedName && untracked(this.unprintedNumber) !== null) return;
      this.unprintedName = name;
      this.unprintedNumber.set(whole);
      if (whole !== null) this.engine.hold('unprinted', whole);
    });
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
      () => ({ version: this.whole(), plane: this.attachments.plane() }),
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
          return;
        }
        const about = await this.engine.ask({ kind: 'worn', version, band: null }, signal);
        // The true print may have been read by then: what is known exactly does not become ≈ again.
        if (this.trueWear?.version !== version) this.worn.set({ sums: about, isTrue: false });
        this.tellTrueWear(version);
      },
    );
    this.whenQuiet(
      () => ({ version: this.whole(), isOpen: this.attachments.wear() !== null }),
      async ({ version, isOpen }, signal) => {
        // Lettering is read where it is shown: while a wear is open.
        if (version === null || !isOpen) return this.letters.set(NO_LETTERS);
        this.letters.set(await this.engine.ask({ kind: 'letters', version, outlineOf: null }, signal));
      },
    );
    this.whenQuiet(
      () => ({ version: this.whole(), document: this.document(), seesAll: this.seesAll() }),
      async ({ version, document, seesAll }, signal) => {
        // Where the table shows the whole sheet, what wear takes is read while its tiles are printed.
        if (version === null || !document || seesAll || ![...wearsOf(document)].some(({ wear }) => wear.on)) return;
        const bands = Math.ceil(pixelsOf(document.size.height, document.ppi) / READING_BAND);
        let sums: WearSums = { wears: {}, lettering: {} };
        for (let band = 0; band < bands; band++) {
          sums = addedSums(sums, await this.engine.ask({ kind: 'worn', version, band }, signal));
        }
        this.trueWear = { version, sums };
        this.tellTrueWear(version);
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
      () => ({ version: this.whole(), ids: this.chosenIds() }),
      async ({ version, ids }, signal) => {
        const document = untracked(this.document);
        const chosen = document ? ids.flatMap((id) => findPass(document, id) ?? []) : [];
        const set = [...passesOf(chosen)].filter(({ source }) => source.kind === 'type');
        if (version === null || set.length === 0) return this.settings.set({});
        const found = await Promise.all(
          set.map(async ({ id }) => [id, await this.engine.ask({ kind: 'setting', version, pass: id }, signal)] as const),
        );
        this.settings.set(Object.fromEntries(found));
      },
    );
    this.whenQuiet(
      () => ({ version: this.whole(), step: this.stepInHand() }),
      async ({ version, step }, signal) => {
        if (version === null || step?.kind !== 'displace') return this.bent.set(null);
        this.bent.set(await this.engine.ask({ kind: 'bent', version, pass: step.pass, step: step.id }, signal));
      },
    );
    this.whenQuiet(
      () => ({ version: this.whole(), line: this.line(), mask: this.attachments.mask() }),
      async ({ version, line, mask }, signal) => {
        if (version === null || line.pass === null || mask?.kind !== 'cut-out') return this.unfound.set(null);
        this.unfound.set(await this.engine.ask({ kind: 'edges', version, pass: line.pass, mask: mask.id }, signal));
      },
    );
    this.whenQuiet(
      () => ({ version: this.whole(), isScreen: this.stepInHand()?.family === 'screen' }),
      async ({ version, isScreen }, signal) => {
        // They stay while dials are turned: only another picture, or another place of one, shows other screens.
        const name = untracked(this.picturesName);
        if (version === null || !isScreen || name === this.foundIn) return;
        this.foundScreens.set(await this.engine.ask({ kind: 'screens', version }, signal));
        this.foundIn = name;
      },
    );
    this.whenQuiet(
      () => ({ version: this.whole(), document: this.document() }),
      async ({ version, document }, signal) => {
        if (version === null || !document) return;
        this.inks.set(await this.engine.ask({ kind: 'inks', version }, signal));
        for (const pass of passesOf(document.passes)) {
          const within = ownPart(pass, document.size);
          const task = { kind: 'picture', version, side: SMALL_SIDE, after: pass.id, ...(within ? { within } : {}) } as const;
          const pixels = await this.engine.ask(task, signal);
          this.small.update((small) => ({ ...small, [pass.id]: pixels }));
        }
      },
    );
    this.whenQuiet(
      () => ({ version: this.whole(), chosen: this.profile() }),
      async ({ version, chosen }, signal) => {
        const document = untracked(this.document);
        if (version === null || !document) return this.checks.set(null);
        this.checks.set(await this.engine.ask({ kind: 'checks', version, profile: chosen ?? profileFor(document) }, signal));
      },
      CHECKS_QUIET_MS,
    );
    this.whenQuiet(
      () => ({ version: this.whole(), wanted: this.view().showsBare, pass: this.screened() }),
      async ({ version, wanted, pass }, signal) => {
        if (version === null || !wanted || pass === null) return this.bare.set(null);
        this.bare.set(await this.engine.ask({ kind: 'bare', version, pass }, signal));
      },
    );
  }

  /** The step whose dials are shown. */
  private readonly stepInHand = computed(() => {
    const [{ pass, step }, document] = [this.line(), this.document()];
    const found = pass !== null && document ? findPass(document, pass)?.steps.find(({ id }) => id === step) : undefined;
    return pass !== null && found ? { pass, id: found.id, kind: found.kind, family: stepOfKind(found.kind)?.family } : null;
  });

  /** True while the table shows the whole sheet as it prints. */
  readonly seesAll = signal(false);
  private trueWear: { readonly version: number; readonly sums: WearSums } | null = null;
  private wornTiles: { readonly version: number; readonly parts: Map<string, WearSums> } = { version: 0, parts: new Map() };

  /** Adds what wear takes on one true tile. Once all `tiles` tiles of the sheet are in, the reading is of the whole print. */
  addWorn(version: number, tile: string, sums: WearSums, tiles: number): void {
    if (this.wornTiles.version !== version) this.wornTiles = { version, parts: new Map() };
    const { parts } = this.wornTiles;
    parts.set(tile, sums);
    if (parts.size < tiles) return;
    this.trueWear = { version, sums: [...parts.values()].reduce(addedSums) };
    this.tellTrueWear(version);
  }

  private tellTrueWear(version: number): void {
    if (this.trueWear?.version === version && this.whole() === version) this.worn.set({ sums: this.trueWear.sums, isTrue: true });
  }

  private unprintedName: string | null = null;

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
