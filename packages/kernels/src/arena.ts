import type { Arena } from '@uvrant/core';

/** An array that a kernel reads or writes. */
export type Values = Int16Array | Int32Array | Uint32Array | Uint16Array | Uint8Array | Float32Array | Float64Array;

const MEBIBYTE = 2 ** 20;
const PAGE = 65536;
/** Planes of the rendering under way, from here up … */
const PLANES = 4096;
/** … to here; then what one call copies in and out; then what is kept for good, and the end. */
const SCRATCH = 112 * MEBIBYTE;
const CONSTANTS = 168 * MEBIBYTE;
const END = 176 * MEBIBYTE;
/** Room past the end of every block, because the kernels read and write whole vectors. */
const ROOM = 48;

const aligned = (bytes: number): number => (bytes + ROOM + 15) & ~15;

/**
 * The kernels' memory, of one size for good, so that views of it stay valid; pages never touched cost nothing. Planes are
 * handed out from the bottom up. Arrays that lie elsewhere are copied in for a call, and back after it.
 */
export class KernelMemory implements Arena {
  readonly memory = new WebAssembly.Memory({ initial: END / PAGE, maximum: END / PAGE });
  private readonly buffer = this.memory.buffer;
  private top = PLANES;
  private scratch = SCRATCH;
  private constants = CONSTANTS;
  /** True once something to be kept found no room. */
  private full = false;
  private readonly kept = new Map<Values, number>();
  private readonly back: { readonly at: number; readonly array: Values }[] = [];

  /** Room for a block of planes, or −1 where there is none left. */
  private reserve(bytes: number): number {
    const at = this.top;
    if (at + aligned(bytes) > SCRATCH) return -1;
    this.top = at + aligned(bytes);
    return at;
  }

  plane(length: number): Int16Array {
    const at = this.reserve(2 * length);
    return at < 0 ? new Int16Array(length) : new Int16Array(this.buffer, at, length);
  }

  bytes(length: number): Uint8Array {
    const at = this.reserve(length);
    return at < 0 ? new Uint8Array(length) : new Uint8Array(this.buffer, at, length);
  }

  mark(): number {
    return this.top;
  }

  release(mark: number): void {
    this.top = mark;
  }

  pack(mark: number, planes: readonly Int16Array[]): Int16Array[] {
    const isYoung = (plane: Int16Array): boolean => this.holds(plane) && plane.byteOffset >= mark;
    const young = [...new Set(planes.filter(isYoung))].sort((one, two) => one.byteOffset - two.byteOffset);
    this.release(mark);
    const moved = new Map<Int16Array, Int16Array>();
    // From the bottom up, each no higher than it lay, so that none is written over before it is read.
    for (const plane of young) {
      const at = this.reserve(plane.byteLength);
      new Uint8Array(this.buffer).copyWithin(at, plane.byteOffset, plane.byteOffset + plane.byteLength);
      moved.set(plane, new Int16Array(this.buffer, at, plane.length));
    }
    return planes.map((plane) => moved.get(plane) ?? plane);
  }

  holds(array: ArrayBufferView): boolean {
    return array.buffer === this.buffer;
  }

  /** Room for a call's own use. @throws RangeError where a call is given more than fits. */
  room(bytes: number): number {
    const at = this.scratch;
    this.scratch += aligned(bytes);
    if (this.scratch > CONSTANTS) throw new RangeError(`a kernel was given ${bytes} bytes at once, which is more than fits its memory`);
    return at;
  }

  /** What a call wrote to its own room, kept. */
  taken(at: number, bytes: number): Uint8Array {
    return new Uint8Array(this.buffer, at, bytes).slice();
  }

  private copied(array: Values): number {
    const at = this.room(array.byteLength);
    this.viewLike(array, at).set(array);
    return at;
  }

  private viewLike(array: Values, at: number): Values {
    const Kind = array.constructor as new (buffer: ArrayBufferLike, offset: number, length: number) => Values;
    return new Kind(this.buffer, at, array.length);
  }

  /** Address of an array to be read. */
  read(array: Values): number {
    return this.holds(array) ? array.byteOffset : this.copied(array);
  }

  /** Address of an array to be written. */
  write(array: Values): number {
    if (this.holds(array)) return array.byteOffset;
    const at = this.room(array.byteLength);
    this.back.push({ at, array });
    return at;
  }

  /** Address of an array to be read and written. */
  change(array: Values): number {
    if (this.holds(array)) return array.byteOffset;
    const at = this.copied(array);
    this.back.push({ at, array });
    return at;
  }

  /**
   * Address, for this call, of an array that is never changed; copied in once. Where there is no more room, all that was kept
   * goes at the call's end and not before, since the call may be reading it.
   */
  constant(array: Values): number {
    const known = this.kept.get(array);
    if (known !== undefined) return known;
    if (this.constants + aligned(array.byteLength) > END) {
      this.full = true;
      return this.copied(array);
    }
    const at = this.constants;
    this.constants += aligned(array.byteLength);
    this.viewLike(array, at).set(array);
    this.kept.set(array, at);
    return at;
  }

  /** Ends a call: what was written goes to where it belongs. */
  done(): void {
    for (const { at, array } of this.back) array.set(this.viewLike(array, at));
    this.back.length = 0;
    this.scratch = SCRATCH;
    if (!this.full) return;
    this.kept.clear();
    this.constants = CONSTANTS;
    this.full = false;
  }
}
