/** A cache by content key, bounded by bytes; what was used longest ago goes first. */
export class ByteCache<V> {
  private readonly entries = new Map<string, { readonly value: V; readonly bytes: number }>();
  private held = 0;

  constructor(private readonly limit: number) {}

  get bytes(): number {
    return this.held;
  }

  get(key: string): V | undefined {
    const entry = this.entries.get(key);
    if (!entry) return undefined;
    this.entries.delete(key);
    this.entries.set(key, entry);
    return entry.value;
  }

  put(key: string, value: V, bytes: number): void {
    const old = this.entries.get(key);
    if (old) this.held -= old.bytes;
    this.entries.delete(key);
    if (bytes > this.limit) return;
    this.entries.set(key, { value, bytes });
    this.held += bytes;
    for (const [oldest, entry] of this.entries) {
      if (this.held <= this.limit) break;
      this.entries.delete(oldest);
      this.held -= entry.bytes;
    }
  }
}
