/**
 * Outlines of a plate: closed lines where its coverage passes a half, found between the centres of pixels (Lorensen & Cline,
 * Marching cubes, 1987, in the plane), so that an edge lies where the coverage of the pixels beside it says, and not on them.
 * Rows come from the top; only outlines that are not closed yet are held.
 */
import { isGreyByte } from './edge-rows';

/** Units of a pixel in which outlines are given. */
export const OUTLINE_UNITS = 32;

/** How far an outline may lie from where it was found, in its units: about a thirtieth of a pixel. */
const TOLERANCE = 1.1;

/** Coverage that an outline runs along, between two bytes so that none lies on it. */
const LEVEL = 127.5;

/** Closed: x and y of each corner in turn, from the plate's top left corner, in OUTLINE_UNITS. */
export type Ring = readonly number[];

const NONE = -1;

/** Points on the way, each linked to those before and after it on its line; places that come free are used again. */
class Points {
  private room = 1024;
  private xs: Int32Array = new Int32Array(this.room);
  private ys: Int32Array = new Int32Array(this.room);
  private one: Int32Array = new Int32Array(this.room);
  private two: Int32Array = new Int32Array(this.room);
  /** The other end of an open line that ends here. */
  private end: Int32Array = new Int32Array(this.room);
  private count = 0;
  private free: number[] = [];

  add(x: number, y: number): number {
    const at = this.free.pop() ?? this.count++;
    if (at >= this.room) this.grow();
    this.xs[at] = x;
    this.ys[at] = y;
    this.one[at] = this.two[at] = NONE;
    this.end[at] = at;
    return at;
  }

  private grow(): void {
    this.room *= 2;
    const grown = (from: Int32Array): Int32Array => {
      const to = new Int32Array(this.room);
      to.set(from);
      return to;
    };
    this.xs = grown(this.xs);
    this.ys = grown(this.ys);
    this.one = grown(this.one);
    this.two = grown(this.two);
    this.end = grown(this.end);
  }

  private link(from: number, to: number): void {
    if (this.one[from] === NONE) this.one[from] = to;
    else this.two[from] = to;
  }

  /** Joins two ends of lines; gives the line where that closes it. */
  join(from: number, to: number): number[] | null {
    const [start, finish] = [this.end[from] as number, this.end[to] as number];
    this.link(from, to);
    this.link(to, from);
    if (start === to) return this.taken(from);
    this.end[start] = finish;
    this.end[finish] = start;
    return null;
  }

  /** Takes out a closed line. */
  private taken(first: number): number[] {
    const ring: number[] = [];
    let [before, at] = [NONE, first];
    do {
      ring.push(this.xs[at] as number, this.ys[at] as number);
      this.free.push(at);
      const next = (this.one[at] === before ? this.two[at] : this.one[at]) as number;
      [before, at] = [at, next];
    } while (at !== first);
    return ring;
  }
}

/** Square of the distance from a point to a line between two others. */
const apart = (ring: Ring, at: number, from: number, to: number): number => {
  const [ax, ay] = [ring[2 * from] as number, ring[2 * from + 1] as number];
  const [dx, dy] = [(ring[2 * to] as number) - ax, (ring[2 * to + 1] as number) - ay];
  const [px, py] = [(ring[2 * at] as number) - ax, (ring[2 * at + 1] as number) - ay];
  const along = dx * dx + dy * dy;
  const t = along === 0 ? 0 : Math.max(0, Math.min(1, (px * dx + py * dy) / along));
  return (px - t * dx) ** 2 + (py - t * dy) ** 2;
};

/** A closed line without corners that lie within the tolerance of the rest of it (Douglas & Peucker, 1973); null where nothing is left. */
const simplified = (ring: Ring): Ring | null => {
  const count = ring.length / 2;
  if (count < 3) return null;
  // From the first corner to the one that is farthest from it, and back.
  let far = 0;
  for (let i = 1; i < count; i++) if (apart(ring, i, 0, 0) > apart(ring, far, 0, 0)) far = i;
  const kept = new Uint8Array(count);
  kept[0] = kept[far] = 1;
  const pieces: (readonly [number, number])[] = [
    [0, far],
    [far, count],
  ];
  for (let piece = pieces.pop(); piece; piece = pieces.pop()) {
    const [from, to] = piece;
    let [most, at] = [TOLERANCE * TOLERANCE, NONE];
    for (let i = from + 1; i < to; i++) {
      const away = apart(ring, i, from, to % count);
      if (away > most) [most, at] = [away, i];
    }
    if (at === NONE) continue;
    kept[at] = 1;
    pieces.push([from, at], [at, to]);
  }
  const out: number[] = [];
  for (let i = 0; i < count; i++) if (kept[i]) out.push(ring[2 * i] as number, ring[2 * i + 1] as number);
  return out.length >= 6 ? out : null;
};

/** Length of an outline, px. */
const lengthOf = (ring: Ring): number => {
  let sum = 0;
  for (let i = 0; i < ring.length; i += 2) {
    const j = (i + 2) % ring.length;
    sum += Math.hypot((ring[j] as number) - (ring[i] as number), (ring[j + 1] as number) - (ring[i + 1] as number));
  }
  return sum / OUTLINE_UNITS;
};

/** Pixels beside an outline that are neither bare nor solid, a pixel of its length: those of an edge that is a pixel soft, and some. */
const EDGE_PIXELS = 2.5;

/** Follows the outlines of one plate. */
export class Outlines {
  private readonly points = new Points();
  /** The row above, with a bare pixel before and after it. */
  private above: Uint8Array;
  private below: Uint8Array;
  /** Crossings between the pixels of the row above, by the first of each two. */
  private tops: Int32Array;
  private bottoms: Int32Array;
  private y = 0;
  private length = 0;
  private greys = 0;

  /** `ring` is given each outline as it closes; an inner one is one of a hole (the even-odd rule). */
  constructor(
    private readonly width: number,
    private readonly ring: (ring: Ring) => void,
  ) {
    this.above = new Uint8Array(width + 2);
    this.below = new Uint8Array(width + 2);
    this.tops = new Int32Array(width + 2).fill(NONE);
    this.bottoms = new Int32Array(width + 2).fill(NONE);
  }

  /** The next row: a byte a pixel, `every` bytes apart from `from` on; 0 bare, 255 solid. */
  row(bytes: Uint8Array, from = 0, every = 1): void {
    const { below, width } = this;
    for (let x = 0, i = from; x < width; x++, i += every) {
      const value = bytes[i] as number;
      below[x + 1] = value;
      if (isGreyByte(value)) this.greys++;
    }
    this.cells();
  }

  /** After the last row. */
  end(): void {
    this.below.fill(0);
    this.cells();
  }

  /** True where much of it lies between bare and solid, so that its outlines are not all that it is. */
  get isSoft(): boolean {
    return this.greys > EDGE_PIXELS * this.length + 64;
  }

  private cells(): void {
    const { above, below, tops, bottoms, y } = this;
    let left = NONE;
    for (let x = 0; x <= this.width; x++) {
      const [a, b, c, d] = [above[x] as number, above[x + 1] as number, below[x] as number, below[x + 1] as number];
      bottoms[x] = NONE;
      const kind = (a > LEVEL ? 1 : 0) | (b > LEVEL ? 2 : 0) | (c > LEVEL ? 4 : 0) | (d > LEVEL ? 8 : 0);
      if (kind === 0 || kind === 15) {
        left = NONE;
        continue;
      }
      // Pixels' centres lie at halves; the first column and row are bare ones outside the plate.
      const bottom = c > LEVEL !== d > LEVEL ? this.crossing(x - 0.5, y + 0.5, c, d, 1, 0) : NONE;
      const right = b > LEVEL !== d > LEVEL ? this.crossing(x + 0.5, y - 0.5, b, d, 0, 1) : NONE;
      bottoms[x] = bottom;
      this.cell(kind, tops[x] as number, bottom, left, right, a + b + c + d > 4 * LEVEL);
      left = right;
    }
    [this.above, this.below] = [below, above];
    [this.tops, this.bottoms] = [bottoms, tops];
    this.y++;
  }

  private crossing(x: number, y: number, from: number, to: number, across: number, down: number): number {
    const share = (LEVEL - from) / (to - from);
    return this.points.add(Math.round((x + across * share) * OUTLINE_UNITS), Math.round((y + down * share) * OUTLINE_UNITS));
  }

  /** Joins the crossings on the sides of a cell; where all four are crossed, its mean says which belong together. */
  private cell(kind: number, top: number, bottom: number, left: number, right: number, isFull: boolean): void {
    if (kind === 6 || kind === 9) {
      // Solid from top left to bottom right (9), or from top right to bottom left (6), or not.
      if (isFull === (kind === 9)) {
        this.joined(top, right);
        this.joined(left, bottom);
      } else {
        this.joined(top, left);
        this.joined(right, bottom);
      }
      return;
    }
    const [one, two] = [top, bottom, left, right].filter((each) => each !== NONE) as [number, number];
    this.joined(one, two);
  }

  private joined(one: number, two: number): void {
    const closed = this.points.join(one, two);
    if (!closed) return;
    this.length += lengthOf(closed);
    const ring = simplified(closed);
    if (ring) this.ring(ring);
  }
}
