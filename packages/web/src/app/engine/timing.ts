import { Injectable } from '@angular/core';
import { LRUCache } from 'lru-cache';

/** Measures that the page keeps; then it begins anew. */
const MOST_MEASURES = 4000;
/** Versions whose start is remembered. */
const MOST_STARTS = 64;

/**
 * How long a change takes to be seen, as User Timing measures `uvrant:draft` and `uvrant:true`: from the change to its
 * painted draft, and to its painted true print; where drafts are slow, `uvrant:rough` to the rough one that comes first. They can
 * be read in the browser's own tools.
 */
@Injectable({ providedIn: 'root' })
export class Timing {
  private changedAt: number | null = null;
  private readonly starts = new LRUCache<number, number>({ max: MOST_STARTS });
  private readonly told = new Set<string>();

  /** A person changed something: what is opened next is what it made. */
  changed(): void {
    this.changedAt = performance.now();
  }

  /** A version was opened, for the latest change or for something else that is to be shown. */
  opened(version: number): void {
    this.starts.set(version, this.changedAt ?? performance.now());
    this.changedAt = null;
  }

  /** All of a version's draft, rough or not, or of its true print, was drawn. */
  painted(quality: 'rough' | 'draft' | 'true', version: number): void {
    const start = this.starts.get(version);
    const name = `${quality} ${version}`;
    if (start === undefined || this.told.has(name)) return;
    this.told.add(name);
    if (this.told.size > MOST_MEASURES) {
      this.told.clear();
      performance.clearMeasures();
    }
    performance.measure(`uvrant:${quality}`, { start, end: performance.now(), detail: { version } });
  }
}
