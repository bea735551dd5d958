import type { Pass, Sheet, SourceInfo } from '@uvrant/core';
import type { Others, SentSheet } from './protocol';

/** A sheet under the number that tasks on it are asked for by. */
export interface Opened {
  readonly version: number;
  readonly sheet: Sheet;
  readonly infos: readonly SourceInfo[];
  readonly others: Others;
}

/** Versions kept beside those that are held: tasks on older ones are superseded. */
const KEPT = 64;

/** The sheets that the page may still name. */
export class OpenedSheets {
  private readonly byVersion = new Map<number, Opened>();
  private readonly held = new Map<string, number>();
  private next = 1;

  open(sheet: Sheet, infos: readonly SourceInfo[], others: Others): Opened {
    const opened: Opened = { version: this.next++, sheet, infos, others };
    this.byVersion.set(opened.version, opened);
    const holding = new Set(this.held.values());
    for (const version of this.byVersion.keys()) {
      if (version > opened.version - KEPT) break;
      if (!holding.has(version)) this.byVersion.delete(version);
    }
    return opened;
  }

  /** Keeps a version for as long as no other is held for the same purpose. */
  hold(purpose: string, version: number): void {
    this.held.set(purpose, version);
  }

  get(version: number): Opened | undefined {
    return this.byVersion.get(version);
  }
}

/** Numbers of passes: one that did not change keeps its number, and need not be sent again. */
export class PassNumbers {
  private readonly numbers = new WeakMap<Pass, number>();
  private next = 1;

  numberOf(pass: Pass): number {
    const known = this.numbers.get(pass) ?? this.next++;
    this.numbers.set(pass, known);
    return known;
  }

  /** A sheet without the passes that were sent already; what it sends is added to them. */
  sent({ passes, ...head }: Sheet, already: Set<number>): SentSheet {
    const fresh: [number, Pass][] = [];
    const numbers = passes.map((pass) => {
      const number = this.numberOf(pass);
      if (!already.has(number)) {
        already.add(number);
        fresh.push([number, pass]);
      }
      return number;
    });
    return { head, passes: numbers, fresh };
  }
}
