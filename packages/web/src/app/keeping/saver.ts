import { DestroyRef, Injectable, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { firstValueFrom, timeout, TimeoutError } from 'rxjs';
import { upgradedSheet, type Sheet } from '@uvrant/core';
import { Api, isRefusal, messageOf, staleSheetOf } from '../api/api';
import { BenchActions } from '../state/bench';
import { JobActions } from '../state/jobs';
import type { KeptSheet } from '@uvrant/contract';
import { BrowserDb, type KeptEdits, type Sending } from './browser-db';

/** A sheet is saved this long after the latest edit, and at least at this interval while edits go on, ms. */
const SAVE_AFTER_MS = 500;
const SAVE_EVERY_MS = 3000;
/** An edit is written to the browser's database after this time, ms, or at once if the window closes. */
const KEEP_AFTER_MS = 150;
/** A server that answers no sooner is said not to answer. */
const ANSWER_WITHIN_MS = 20_000;
/** Between attempts: doubled each time. */
const FIRST_PAUSE_MS = 1000;
const LONGEST_PAUSE_MS = 30_000;
/** Bodies of requests that outlive their window are bounded by the browsers (Fetch standard, 4.6: 64 KiB). */
const MOST_LEAVING_BYTES = 60_000;

/** Edits of one sheet that the server does not have yet. */
interface Unsaved {
  readonly sheet: string;
  readonly jobId: string;
  base: number;
  document: Sheet;
  sending: Sending | null;
  /** Another window saved since: the person chooses. */
  theirs: KeptSheet | null;
  /** When the first edit since the last save was made. */
  since: number;
  failures: number;
  timer: ReturnType<typeof setTimeout> | null;
  keeping: ReturnType<typeof setTimeout> | null;
}

/** What is not saved of a sheet: its document here, and the sheet that another window saved since, if one did. */
export interface Pending {
  readonly document: Sheet;
  readonly base: number;
  readonly theirs: KeptSheet | null;
}

/**
 * Saves sheets, each by itself: one save at a time, over the revision that the one before gave. What the server does not have yet is
 * kept in the browser, and saved when the window is opened again.
 */
@Injectable({ providedIn: 'root' })
export class Saver {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly db = inject(BrowserDb);
  private readonly unsaved = new Map<string, Unsaved>();
  /** Sheets whose edits of an earlier window have been saved by this one. */
  readonly resumed = signal<ReadonlySet<string>>(new Set());
  private taking: Promise<void> | null = null;

  constructor() {
    const gone = new AbortController();
    const { signal } = gone;
    addEventListener('pagehide', () => this.leave(), { signal });
    const held = (event: Event): void => {
      if (this.couldBeLost()) event.preventDefault();
    };
    addEventListener('beforeunload', held, { signal });
    const hidden = (): void => {
      if (document.visibilityState === 'hidden') this.now();
    };
    document.addEventListener('visibilitychange', hidden, { signal });
    addEventListener('online', () => this.now(), { signal });
    inject(DestroyRef).onDestroy(() => gone.abort());
  }

  /** True where edits are nowhere but in this window. */
  private couldBeLost(): boolean {
    return this.unsaved.size > 0 && !this.db.isWorking();
  }

  /** Takes the document of a sheet as it is after an edit; `revision` is what the bench knows of the server's. */
  edited(sheet: string, jobId: string, revision: number, document: Sheet): void {
    const known = this.unsaved.get(sheet);
    const entry = known ?? this.enter({ sheet, jobId, base: revision, document, sending: null });
    entry.document = document;
    if (!known) entry.since = Date.now();
    entry.keeping ??= setTimeout(() => this.keep(entry), KEEP_AFTER_MS);
    this.schedule(entry);
  }

  /** Saves at once what is not saved, of one sheet or all. */
  now(sheet?: string): void {
    for (const entry of this.unsaved.values()) if (sheet === undefined || entry.sheet === sheet) void this.save(entry);
  }

  /** Drops what is not saved of a sheet: the person took the other window's. */
  forget(sheet: string): void {
    const entry = this.unsaved.get(sheet);
    if (entry) this.drop(entry);
  }

  pendingOf(sheet: string): Pending | null {
    return this.unsaved.get(sheet) ?? null;
  }

  /** Takes up, once, what windows that are gone left unsaved; over when each has been tried. */
  resume(): Promise<void> {
    return (this.taking ??= this.takeUp());
  }

  private async takeUp(): Promise<void> {
    const [left, windows] = [await this.db.all('edits'), await this.db.windows()];
    const orphans = left.filter(({ window }) => !windows.has(window)).sort((a, b) => a.at - b.at);
    await Promise.all(orphans.map((edits) => this.takeUpOne(edits)));
  }

  private async takeUpOne({ key, sheet, jobId, base, document, sending }: KeptEdits): Promise<void> {
    // Two windows may have left edits of one sheet: the later ones count.
    const before = this.unsaved.get(sheet);
    if (before) this.drop(before);
    const entry = this.enter({ sheet, jobId, base, document: upgradedSheet(document), sending });
    await this.keep(entry);
    await this.db.write(['edits'], (writing) => void writing.objectStore('edits').delete(key));
    await this.save(entry);
    if (!this.unsaved.has(sheet)) this.resumed.update((sheets) => new Set([...sheets, sheet]));
  }

  private enter(edits: Pick<Unsaved, 'sheet' | 'jobId' | 'base' | 'document' | 'sending'>): Unsaved {
    const entry: Unsaved = { ...edits, theirs: null, since: Date.now(), failures: 0, timer: null, keeping: null };
    this.unsaved.set(entry.sheet, entry);
    return entry;
  }

  private schedule(entry: Unsaved): void {
    // A failed save waits for its own turn; a stale one for the person.
    if (entry.sending || entry.theirs) return;
    if (entry.timer) clearTimeout(entry.timer);
    const wait = Math.max(0, Math.min(SAVE_AFTER_MS, entry.since + SAVE_EVERY_MS - Date.now()));
    entry.timer = setTimeout(() => void this.save(entry), wait);
  }

  private isCurrent(entry: Unsaved): boolean {
    return this.unsaved.get(entry.sheet) === entry;
  }

  /** The attempt in hand of each sheet. */
  private readonly attempts = new Map<Unsaved, Promise<void>>();

  private save(entry: Unsaved): Promise<void> {
    if (entry.theirs) return Promise.resolve();
    const running = this.attempts.get(entry);
    if (running) return running;
    const attempt = this.attempt(entry).finally(() => this.attempts.delete(entry));
    this.attempts.set(entry, attempt);
    return attempt;
  }

  private async attempt(entry: Unsaved): Promise<void> {
    if (entry.timer) clearTimeout(entry.timer);
    entry.timer = null;
    // What may have reached the server is sent again under its id before anything later.
    const sending = (entry.sending ??= { editId: crypto.randomUUID(), base: entry.base, document: entry.document });
    void this.keep(entry);
    const { sheet: id } = entry;
    this.store.dispatch(BenchActions.saveBegun({ id }));
    try {
      const sheet = await firstValueFrom(
        this.api.saveSheet(id, sending.base, sending.editId, sending.document).pipe(timeout(ANSWER_WITHIN_MS)),
      );
      if (!this.isCurrent(entry)) return;
      Object.assign(entry, { base: sheet.revision, sending: null, failures: 0, since: Date.now() });
      this.store.dispatch(BenchActions.saveTaken({ sheet, saved: sending.document }));
      this.store.dispatch(JobActions.sheetSaved({ sheet }));
      if (entry.document === sending.document) this.drop(entry);
      else this.schedule(entry);
    } catch (error) {
      if (this.isCurrent(entry)) this.failed(entry, error);
    }
  }

  private failed(entry: Unsaved, error: unknown): void {
    const { sheet: id } = entry;
    const theirs = staleSheetOf(error);
    if (theirs) {
      Object.assign(entry, { theirs, sending: null });
      void this.keep(entry);
      return this.store.dispatch(BenchActions.saveWasStale({ id, theirs }));
    }
    const message = error instanceof TimeoutError ? `The server has not answered for ${ANSWER_WITHIN_MS / 1000} s.` : messageOf(error);
    const isFinal = isRefusal(error);
    // What was refused is not at the server; the next edit, or the person, tries anew.
    if (isFinal) entry.sending = null;
    else {
      const pause = Math.min(LONGEST_PAUSE_MS, FIRST_PAUSE_MS * 2 ** entry.failures++);
      entry.timer = setTimeout(() => void this.save(entry), pause);
    }
    this.store.dispatch(BenchActions.saveFailed({ id, message, isTriedAgain: !isFinal, isKept: this.db.isWorking() }));
  }

  private drop(entry: Unsaved): void {
    if (entry.timer) clearTimeout(entry.timer);
    if (entry.keeping) clearTimeout(entry.keeping);
    this.unsaved.delete(entry.sheet);
    void this.db.write(['edits'], (writing) => void writing.objectStore('edits').delete(this.keyOf(entry)));
  }

  private keyOf({ sheet }: Unsaved): string {
    return `${this.db.window}:${sheet}`;
  }

  private keep(entry: Unsaved): Promise<void> {
    if (entry.keeping) clearTimeout(entry.keeping);
    entry.keeping = null;
    const { sheet, jobId, base, document, sending } = entry;
    const kept: KeptEdits = { key: this.keyOf(entry), window: this.db.window, sheet, jobId, base, document, sending, at: Date.now() };
    return this.db.write(['edits'], (writing) => void writing.objectStore('edits').put(kept));
  }

  /** The window goes: everything into the browser, and to the server what a request that outlives the window can carry. */
  private leave(): void {
    for (const entry of this.unsaved.values()) {
      if (entry.theirs) continue;
      const isNew = entry.sending === null;
      entry.sending ??= { editId: crypto.randomUUID(), base: entry.base, document: entry.document };
      void this.keep(entry);
      if (isNew) this.api.sendLeaving(entry.sheet, entry.sending.base, entry.sending.editId, entry.sending.document, MOST_LEAVING_BYTES);
    }
  }
}
