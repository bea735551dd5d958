import { DestroyRef, Injectable, inject } from '@angular/core';
import { upgradedSheet, type Pass, type Sheet } from '@uvrant/core';
import { BrowserDb, type KeptHistory } from './browser-db';

const KEEP_AFTER_MS = 300;
/** How long histories of closed windows are kept, ms. */
const KEPT_MS = 30 * 24 * 3600 * 1000;

/** What can be undone and done again of a sheet. */
export interface History {
  readonly past: readonly Sheet[];
  readonly future: readonly Sheet[];
}
interface OfSheet extends History {
  readonly sheet: string;
  readonly document: Sheet;
}

/** Every document of a history. */
const allOf = (key: string): IDBKeyRange => IDBKeyRange.bound([key, 0], [key, Number.MAX_SAFE_INTEGER]);

/** Documents that came from the browser share the passes that are the same, as edits do. */
const sharing = (): ((sheet: Sheet) => Sheet) => {
  const known = new Map<string, Pass>();
  const shared = (pass: Pass): Pass => {
    const text = JSON.stringify(pass);
    const first = known.get(text) ?? pass;
    known.set(text, first);
    return first;
  };
  return (sheet) => ({ ...sheet, passes: sheet.passes.map(shared) });
};

/** Keeps the steps of undo in the browser, so that they outlive a reload and going to another sheet. */
@Injectable({ providedIn: 'root' })
export class Histories {
  private readonly db = inject(BrowserDb);
  private readonly numbers = new WeakMap<Sheet, number>();
  private next = 1;
  /** Numbers of the documents that stand in the browser, by history. */
  private readonly written = new Map<string, Set<number>>();
  /** Histories of windows that are gone, by sheet: they go with the next one that is written. */
  private readonly obsolete = new Map<string, readonly string[]>();
  private waiting: OfSheet | null = null;
  private timer: ReturnType<typeof setTimeout> | null = null;

  constructor() {
    const gone = new AbortController();
    addEventListener('pagehide', () => void this.write(), { signal: gone.signal });
    inject(DestroyRef).onDestroy(() => gone.abort());
  }

  /** Keeps what can be undone of a sheet as it is now, a little later. */
  keep(history: OfSheet): void {
    if (this.waiting && this.waiting.sheet !== history.sheet) void this.write();
    this.waiting = history;
    this.timer ??= setTimeout(() => void this.write(), KEEP_AFTER_MS);
  }

  private numberOf(document: Sheet): number {
    const number = this.numbers.get(document) ?? this.next++;
    this.numbers.set(document, number);
    return number;
  }

  private async write(): Promise<void> {
    if (this.timer) clearTimeout(this.timer);
    this.timer = null;
    const kept = this.waiting;
    this.waiting = null;
    if (!kept) return;
    const { sheet, past, document, future } = kept;
    const key = `${this.db.window}:${sheet}`;
    const before = this.written.get(key) ?? new Set();
    const documents = new Map([...past, document, ...future].map((each) => [this.numberOf(each), each]));
    this.written.set(key, new Set(documents.keys()));
    const [was, is] = [past, future].map((each) => each.map((one) => this.numberOf(one))) as [number[], number[]];
    const history: KeptHistory = {
      key,
      window: this.db.window,
      sheet,
      past: was,
      current: this.numberOf(document),
      future: is,
      at: Date.now(),
    };
    const obsolete = this.obsolete.get(sheet) ?? [];
    this.obsolete.delete(sheet);
    // Only documents that are new are written: an edit adds one.
    await this.db.write(['history', 'documents'], (writing) => {
      const [histories, kept] = [writing.objectStore('history'), writing.objectStore('documents')];
      void histories.put(history);
      for (const [number, each] of documents) if (!before.has(number)) void kept.put({ key, number, document: each });
      for (const number of before) if (!documents.has(number)) void kept.delete([key, number]);
      for (const each of obsolete) {
        void histories.delete(each);
        void kept.delete(allOf(each));
      }
    });
  }

  /** What could be undone of a sheet when it was left just as it is now; null where it was changed elsewhere since. */
  async recall(sheet: string, document: Sheet): Promise<History | null> {
    await this.write();
    const [all, windows] = [await this.db.all('history'), await this.db.windows()];
    const gone = all.filter(({ window, at }) => !windows.has(window) && at < Date.now() - KEPT_MS);
    for (const { key } of gone) await this.remove(key);
    const now = JSON.stringify(document);
    const left = all.filter((each) => each.sheet === sheet && !windows.has(each.window));
    this.obsolete.set(
      sheet,
      left.map(({ key }) => key),
    );
    const ofSheet = all.filter((each) => each.sheet === sheet && !gone.includes(each)).sort((a, b) => b.at - a.at);
    for (const { key, past, current, future } of ofSheet) {
      const documents = await this.documentsOf(key);
      if (JSON.stringify(documents.get(current)) !== now) continue;
      const shared = sharing();
      shared(document);
      const found = (numbers: readonly number[]): Sheet[] =>
        numbers.flatMap((number) => {
          const each = documents.get(number);
          return each ? [shared(each)] : [];
        });
      return { past: found(past), future: found(future) };
    }
    return null;
  }

  private async documentsOf(key: string): Promise<Map<number, Sheet>> {
    const db = await this.db.opened();
    const kept = await db.getAll('documents', allOf(key));
    return new Map(kept.map(({ number, document }) => [number, upgradedSheet(document)]));
  }

  private remove(key: string): Promise<void> {
    return this.db.write(['history', 'documents'], (writing) => {
      void writing.objectStore('history').delete(key);
      void writing.objectStore('documents').delete(allOf(key));
    });
  }
}
