/** Reads rows from a stream of them, as many at a time as are wanted. */
export class RowReader {
  private held: Uint8Array = new Uint8Array(0);

  constructor(
    private readonly source: AsyncIterator<Uint8Array>,
    private readonly line: number,
  ) {}

  /** @throws Error where the stream ends before. */
  async rows(count: number): Promise<Uint8Array> {
    const bytes = count * this.line;
    const parts = [this.held];
    let length = this.held.length;
    while (length < bytes) {
      const next = await this.source.next();
      if (next.done) throw new Error('fewer rows came than were announced');
      parts.push(next.value);
      length += next.value.length;
    }
    const all = parts.length === 1 ? this.held : Uint8Array.from(Buffer.concat(parts));
    this.held = all.subarray(bytes);
    return all.subarray(0, bytes);
  }
}
