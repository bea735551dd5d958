import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { Subject } from 'rxjs';
import { Engine, TaskCancelled } from '../../engine/engine';
import type { Task, TilePlace } from '../../engine/protocol';
import { Timing } from '../../engine/timing';
import { Rendering } from '../view/rendering';
import { Pace } from './pace';
import { DRAFT, placeName, ROUGH, TileLayer, TRUE } from './tile-layer';
import { seenDraft, seenTiles, trueHalvings, trueTile, type Extent, type Seen } from './viewport';

/** What the table wants to show: a version of the print and of the unprinted original, and how it is looked at. */
export interface Wanted extends Seen {
  readonly version: number;
  readonly original: number;
  /** The pass whose original is shown; null where none is. */
  readonly pass: string | null;
}

type TileTask = Task & { kind: 'tile' | 'unprinted' };

/** How many tiles of `side` pixels the whole sheet has at `halvings` halvings. */
const tilesOfAll = (halvings: number, side: number, { width, height }: Extent): number => {
  const by = 2 ** halvings * side;
  return Math.ceil(width / by) * Math.ceil(height / by);
};

/** Asks the engine for the tiles that the table shows, keeps what comes, and knows when all of it is there. */
@Injectable()
export class Tiles {
  private readonly engine = inject(Engine);
  private readonly rendering = inject(Rendering);
  private readonly timing = inject(Timing);

  readonly print = new TileLayer();
  readonly unprinted = new TileLayer();
  private readonly pending = new Map<string, AbortController>();
  private readonly pace = new Pace();
  /** Places of the draft that show wear only about, by version: to be made finer. */
  private readonly about = new Set<string>();
  private tilesInAll = 0;
  /** Versions whose rough draft, draft or true print is all in: told of once they are drawn. */
  private roughIn: number | null = null;
  private draftIn: number | null = null;
  private trueIn: number | null = null;

  private readonly hasDraft = signal(false);
  /** True once a whole draft was in. */
  readonly isDrafted = this.hasDraft.asReadonly();
  private readonly trueShare = signal(0);
  /** The share of the tiles seen that are the print's own, 0 … 1. */
  readonly share = this.trueShare.asReadonly();
  private readonly allTrue = signal(false);
  /** True once every tile that is seen is the print's own. */
  readonly isTrue = this.allTrue.asReadonly();
  /** Tells of each tile as it comes. */
  readonly came = new Subject<void>();
  readonly status = computed(() => (this.isTrue() ? 'true' : 'draft'));

  constructor() {
    inject(DestroyRef).onDestroy(() => {
      for (const stop of this.pending.values()) stop.abort();
    });
  }

  /** Asks for what is wanted and not there; what is not wanted any more is called off. */
  want(wanted: Wanted): void {
    const { version, original, view, sheet, density, pass } = wanted;
    const finest = trueHalvings(view.zoom, density);
    const places = seenTiles(finest, trueTile(finest), wanted);
    const missing = places.filter((place) => !this.print.has(place, version, TRUE));
    const asked = new Map<string, () => void>();
    const add = (layer: TileLayer, rank: number, of: number, place: TilePlace, task: TileTask): void => {
      if (layer.has(place, of, rank)) return;
      const name = `${task.kind}:${of}:${rank}:${placeName(place)}`;
      asked.set(name, () => this.request(name, layer, rank, of, place, task));
    };
    // At print pixels the true tiles are as quick as a draft would be.
    const drafts = missing.length > 0 && finest > 0 ? seenDraft(wanted) : [];
    const isDrafting = drafts.some((place) => !this.print.has(place, version, DRAFT));
    // The first draft of all is long in coming, and says nothing of the next.
    if (isDrafting && this.hasDraft()) this.pace.asked(version, performance.now());
    if (isDrafting && this.pace.isSlow) {
      for (const place of seenDraft(wanted, 1))
        add(this.print, ROUGH, version, place, { kind: 'tile', version, quality: 'draft', ...place });
    }
    for (const place of drafts) {
      add(this.print, DRAFT, version, place, { kind: 'tile', version, quality: 'draft', ...place });
      if (this.about.has(`${version}:${placeName(place)}`)) this.addFine(asked, version, place);
    }
    for (const place of missing) add(this.print, TRUE, version, place, { kind: 'tile', version, quality: 'true', ...place });
    if (pass !== null) {
      for (const place of seenDraft(wanted)) {
        add(this.unprinted, DRAFT, original, place, { kind: 'unprinted', version: original, pass, ...place });
      }
    }
    for (const each of this.about) if (!each.startsWith(`${version}:`)) this.about.delete(each);
    for (const [name, stop] of this.pending) {
      if (asked.has(name)) continue;
      stop.abort();
      this.pending.delete(name);
    }
    this.allTrue.set(missing.length === 0);
    this.seen = { places, version };
    this.tellShare();
    this.tilesInAll = tilesOfAll(finest, trueTile(finest), sheet);
    this.rendering.seesAll.set(places.length === this.tilesInAll && version === this.rendering.whole());
    if (missing.length === 0) this.trueIn = version;
    for (const [name, start] of asked) if (!this.pending.has(name)) start();
  }

  private seen: { readonly places: readonly TilePlace[]; readonly version: number } = { places: [], version: 0 };

  private tellShare(): void {
    const { places, version } = this.seen;
    const there = places.filter((place) => this.print.has(place, version, TRUE));
    this.trueShare.set(places.length === 0 ? 1 : there.length / places.length);
  }

  /** Tells the timing what of it was drawn just now. */
  painted(): void {
    if (this.roughIn !== null) this.timing.painted('rough', this.roughIn);
    if (this.draftIn !== null) this.timing.painted('draft', this.draftIn);
    if (this.trueIn !== null) this.timing.painted('true', this.trueIn);
  }

  private addFine(asked: Map<string, () => void>, version: number, place: TilePlace): void {
    const name = `fine:${version}:${placeName(place)}`;
    asked.set(name, () => this.request(name, this.print, DRAFT, version, place, { kind: 'tile', version, quality: 'fine', ...place }));
  }

  /** Asks for a finer draft of a tile whose wear is shown only about, and notes where one has come. */
  private refine(version: number, place: TilePlace, isFine: boolean): void {
    const name = `${version}:${placeName(place)}`;
    if (isFine) this.about.delete(name);
    if (isFine || version !== this.rendering.version() || this.isTrue()) return;
    this.about.add(name);
    const asked = new Map<string, () => void>();
    this.addFine(asked, version, place);
    for (const [each, start] of asked) if (!this.pending.has(each)) start();
  }

  private request(name: string, layer: TileLayer, rank: number, of: number, place: TilePlace, task: TileTask): void {
    const stop = new AbortController();
    this.pending.set(name, stop);
    this.engine
      .ask(task, stop.signal)
      .then(async (pixels) => {
        if (rank === TRUE && 'worn' in pixels && pixels.worn) this.rendering.addWorn(of, placeName(place), pixels.worn, this.tilesInAll);
        await layer.put(place, of, rank, pixels);
        this.pending.delete(name);
        if (rank === DRAFT && 'isFine' in pixels) this.refine(of, place, pixels.isFine);
        this.rendering.problem.set(null);
        this.settle(layer, of, rank);
        this.tellShare();
        this.came.next();
      })
      .catch((error: unknown) => {
        this.pending.delete(name);
        if (!(error instanceof TaskCancelled)) this.rendering.fail(error);
      });
  }

  /** Once a version's tiles are all in, older ones go, and the table is true. */
  private settle(layer: TileLayer, version: number, rank: number): void {
    const names = [...this.pending.keys()];
    if (layer === this.unprinted) {
      if (!names.some((name) => name.startsWith('unprinted:'))) layer.dropBefore(version, DRAFT);
      return;
    }
    if (version !== this.rendering.version()) return;
    const isIn = (of: number): boolean => !names.some((name) => name.startsWith(`tile:${version}:${of}:`));
    if (rank === ROUGH && isIn(ROUGH)) {
      this.pace.roughIn(version, performance.now());
      this.roughIn = version;
    }
    if (isIn(DRAFT)) {
      this.pace.draftIn(version, performance.now());
      layer.dropBefore(version, DRAFT);
      this.draftIn = version;
      this.hasDraft.set(true);
    }
    if (!names.some((name) => name.startsWith('tile:'))) {
      this.allTrue.set(true);
      this.trueIn = version;
    }
  }
}
