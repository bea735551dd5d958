/**
 * The kernels' memory: arguments are laid out from the start for each call and read back after it. It grows to the
 * largest call and is never viewed across one. Every block keeps 16 bytes of room past its end, because the kernels
 * read and write whole vectors.
 */
const START = 4096;
const ROOM = 16;
const PAGE = 65536;

export class Arena {
  readonly memory = new WebAssembly.Memory({ initial: 32 });
  private end = START;

  /** Forgets the blocks of the call before. */
  clear(): void {
    this.end = START;
  }

  /** Room for so many bytes; gives its address, a multiple of 16. */
  reserve(bytes: number): number {
    const at = this.end;
    this.end = (at + bytes + ROOM + 15) & ~15;
    const missing = this.end - this.memory.buffer.byteLength;
    if (missing > 0) this.memory.grow(Math.ceil(missing / PAGE));
    return at;
  }

  putValues(values: Int16Array): number {
    const at = this.reserve(values.byteLength);
    new Int16Array(this.memory.buffer, at, values.length).set(values);
    return at;
  }

  putWords(words: Int32Array): number {
    const at = this.reserve(words.byteLength);
    new Int32Array(this.memory.buffer, at, words.length).set(words);
    return at;
  }

  takeValues(at: number, out: Int16Array): void {
    out.set(new Int16Array(this.memory.buffer, at, out.length));
  }

  takeBytes(at: number, out: Uint8Array): void {
    out.set(new Uint8Array(this.memory.buffer, at, out.length));
  }
}
