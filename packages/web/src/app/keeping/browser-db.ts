import { Injectable, InjectionToken, inject, signal } from '@angular/core';
import { openDB, type DBSchema, type IDBPDatabase, type IDBPTransaction } from 'idb';
import type { Sheet } from '@uvrant/core';

/** A save on its way: sent again under the same id, it counts once. */
export interface Sending {
  readonly editId: string;
  readonly base: number;
  readonly document: Sheet;
}

/** Edits of a sheet that the server does not have yet, as the browser keeps them. */
export interface KeptEdits {
  /** Window and sheet. */
  readonly key: string;
  readonly window: string;
  readonly sheet: string;
  readonly jobId: string;
  /** The revision that they were made from. */
  readonly base: number;
  readonly document: Sheet;
  /** A save that may or may not have reached the server. */
  readonly sending: Sending | null;
  readonly at: number;
}

/** The steps of undo of a sheet, by the numbers of their documents, oldest first. */
export interface KeptHistory {
  readonly key: string;
  readonly window: string;
  readonly sheet: string;
  readonly past: readonly number[];
  readonly current: number;
  readonly future: readonly number[];
  readonly at: number;
}

interface Schema extends DBSchema {
  edits: { key: string; value: KeptEdits };
  history: { key: string; value: KeptHistory };
  /** Documents of histories, by the history's key and their number. */
  documents: { key: [string, number]; value: { readonly key: string; readonly number: number; readonly document: Sheet } };
}
export type Stores = 'edits' | 'history' | 'documents';

export type OpenedDb = IDBPDatabase<Schema>;
export type Writing = IDBPTransaction<Schema, Stores[], 'readwrite'>;

const openBrowserDb = (): Promise<OpenedDb> =>
  openDB<Schema>('uvrant', 1, {
    upgrade(db) {
      db.createObjectStore('edits', { keyPath: 'key' });
      db.createObjectStore('history', { keyPath: 'key' });
      db.createObjectStore('documents', { keyPath: ['key', 'number'] });
    },
  });

export const OPEN_BROWSER_DB = new InjectionToken<() => Promise<OpenedDb>>('browser database', {
  providedIn: 'root',
  factory: () => openBrowserDb,
});

/** Names of the windows that are open: each holds a lock of its name for as long as it lives. */
const LOCK = 'uvrant-window-';

/** The browser's own database (IndexedDB), and which of the windows that wrote in it are still open. */
@Injectable({ providedIn: 'root' })
export class BrowserDb {
  private readonly open = inject(OPEN_BROWSER_DB);
  private db: Promise<OpenedDb> | null = null;
  /** This window's name. */
  readonly window: string = crypto.randomUUID();
  /** False once something could not be written: edits are then only in this window. */
  readonly isWorking = signal(true);

  constructor() {
    // Held until the window goes.
    void navigator.locks?.request(LOCK + this.window, () => new Promise(() => undefined));
  }

  opened(): Promise<OpenedDb> {
    return (this.db ??= this.open());
  }

  /** Writes or removes in one transaction, committed at once: it is kept though the window closes in the next moment. */
  async write(stores: readonly Stores[], work: (writing: Writing) => void): Promise<void> {
    try {
      const db = await this.opened();
      const transaction = db.transaction(stores as Stores[], 'readwrite');
      work(transaction);
      transaction.commit();
      await transaction.done;
      this.isWorking.set(true);
    } catch {
      this.isWorking.set(false);
    }
  }

  /** Everything in a store; nothing where the browser keeps nothing. */
  async all<S extends 'edits' | 'history'>(store: S): Promise<Schema[S]['value'][]> {
    try {
      return await (await this.opened()).getAll(store);
    } catch {
      this.isWorking.set(false);
      return [];
    }
  }

  /** Windows that are open now, this one among them. */
  async windows(): Promise<ReadonlySet<string>> {
    const { held } = (await navigator.locks?.query()) ?? { held: [] };
    const names = (held ?? []).map(({ name }) => name ?? '').filter((name) => name.startsWith(LOCK));
    return new Set([this.window, ...names.map((name) => name.slice(LOCK.length))]);
  }
}
