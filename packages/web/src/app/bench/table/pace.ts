/** A draft that takes longer than this, ms, is shown rough first. Common practice: 0.1 s is about what still seems to follow the hand. */
const SLOW_MS = 100;

/**
 * How long drafts take, from the first tile to be asked for to the last to come: whether the next should be shown rough first. One that is
 * slow by itself, because something is new to the workers, says nothing of the next.
 */
export class Pace {
  private begun: { readonly version: number; readonly at: number } | null = null;
  private latest = 0;
  private before = 0;

  get isSlow(): boolean {
    return Math.min(this.latest, this.before) > SLOW_MS;
  }

  /** A version's draft was asked for; asked for again, or for another part of it, changes nothing. */
  asked(version: number, now: number): void {
    if (this.begun?.version !== version) this.begun = { version, at: now };
  }

  /** Its rough draft is all in: only what comes after it counts. */
  roughIn(version: number, now: number): void {
    if (this.begun?.version === version && this.begun.at >= 0) this.begun = { version, at: now };
  }

  /** Its draft is all in, as far as it was seen when it was asked for. */
  draftIn(version: number, now: number): void {
    if (this.begun?.version !== version || this.begun.at < 0) return;
    [this.before, this.latest] = [this.latest, now - this.begun.at];
    this.begun = { version, at: -1 };
  }
}
