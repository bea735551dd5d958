/**
 * Outlines of a plate: closed lines where its coverage passes a half, found between the centres of pixels (Lorensen & Cline,
 * Marching cubes, 1987, in the plane), so that an edge lies where the coverage of the pixels beside it says, and not on them.
 * Where an edge is some pixels soft its pixels tell how it is bent: places on it are those of a cubic through four of them, and
 * between two of these lies a third, on the curve that both run along. Rows come from the top; only outlines that are not closed
 * yet are held.
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

/** How far from the straight line between two places one between them lies at least, in its units. */
const LEAST_OFF = 0.5;

/** The way that a line runs, of length 1; 0 where it is not known. */
type Way = readonly [x: number, y: number];
const UNKNOWN: Way = [0, 0];

/** Points on the way, each linked to those before and after it on its line; places that come free are used again. */
class Points {
  private room = 1024;
  private xs: Int32Array = new Int32Array(this.room);
  private ys: Int32Array = new Int32Array(this.room);
  /** The way the line runs there, either way, of length 1; 0 where that is not known. */
  private waysX: Float32Array = new Float32Array(this.room);
  private waysY: Float32Array = new Float32Array(this.room);
  private one: Int32Array = new Int32Array(this.room);
  private two: Int32Array = new Int32Array(this.room);
  /** The other end of an open line that ends here. */
  private end: Int32Array = new Int32Array(this.room);
  private count = 0;
  private free: number[] = [];

  add(x: number, y: number, [wayX, wayY]: Way): number {
    const at = this.free.pop() ?? this.count++;
    if (at >= this.room) this.grow();
    this.xs[at] = x;
    this.ys[at] = y;
    this.waysX[at] = wayX;
    this.waysY[at] = wayY;
    this.one[at] = this.two[at] = NONE;
    this.end[at] = at;
    return at;
  }

  private grow(): void {
    this.room *= 2;
    const grown = <T extends Int32Array | Float32Array>(from: T, to: T): T => {
      to.set(from);
      return to;
    };
    const [whole, floats] = [() => new Int32Array(this.room), () => new Float32Array(this.room)];
    this.xs = grown(this.xs, whole());
    this.ys = grown(this.ys, whole());
    this.waysX = grown(this.waysX, floats());
    this.waysY = grown(this.waysY, floats());
    this.one = grown(this.one, whole());
    this.two = grown(this.two, whole());
    this.end = grown(this.end, whole());
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
      this.addBetween(ring, at, next);
      [before, at] = [at, next];
    } while (at !== first);
    return ring;
  }

  /** A place between two on a curve that runs along both of their ways, which a cubic by Hermite has in its middle. */
  private addBetween(ring: number[], from: number, to: number): void {
    const [x, y] = [this.xs[from] as number, this.ys[from] as number];
    const [dx, dy] = [(this.xs[to] as number) - x, (this.ys[to] as number) - y];
    const along = (at: number): Way => {
      const [wayX, wayY] = [this.waysX[at] as number, this.waysY[at] as number];
      return wayX * dx + wayY * dy < 0 ? [-wayX, -wayY] : [wayX, wayY];
    };
    const [[ax, ay], [bx, by]] = [along(from), along(to)];
    if ((ax === 0 && ay === 0) || (bx === 0 && by === 0)) return;
    const eighth = Math.hypot(dx, dy) / 8;
    const [offX, offY] = [eighth * (ax - bx), eighth * (ay - by)];
    if (Math.hypot(offX, offY) < LEAST_OFF) return;
    ring.push(Math.round(x + dx / 2 + offX), Math.round(y + dy / 2 + offY));
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
/** As many more where edges are softer for their outlines. */
const TRACED_PIXELS = 6;

/** Halvings of a pixel: a 512th of it is less than the units that outlines are given in. */
const HALVINGS = 9;

/** Where a cubic through four values at −1, 0, 1 and 2 passes LEVEL between 0 and 1, and its slope there. */
const passing = (before: number, from: number, to: number, after: number): readonly [at: number, slope: number] => {
  const first = to - from / 2 - before / 3 - after / 6;
  const second = (before + to) / 2 - from;
  const third = (from - to) / 2 + (after - before) / 6;
  // Halved again and again: there is one between them.
  let [low, high] = [0, 1];
  for (let half = 0; half < HALVINGS; half++) {
    const s = (low + high) / 2;
    if (from + s * (first + s * (second + s * third)) > LEVEL === to > LEVEL) high = s;
    else low = s;
  }
  const at = (low + high) / 2;
  return [at, first + at * (2 * second + 3 * at * third)];
};

/** True of four values none of which is bare or solid. */
const isGrey = (a: number, b: number, c: number, d: number): boolean => isGreyByte(a) && isGreyByte(b) && isGreyByte(c) && isGreyByte(d);

/** Where four values in a row pass LEVEL between the middle ones, and how steeply; not steeply at all where they are no edge some pixels soft. */
const crossing = (before: number, from: number, to: number, after: number): readonly [at: number, slope: number] => {
  const [isBefore, isAfter] = [isGreyByte(before), isGreyByte(after)];
  if (!isGreyByte(from) || !isGreyByte(to) || !(isBefore || isAfter)) return [(LEVEL - from) / (to - from), 0];
  // Beyond what is bare or solid an edge goes on as it is bent here.
  return passing(isBefore ? before : 3 * (from - to) + after, from, to, isAfter ? after : 3 * (to - from) + before);
};

/** The way of a line across whose coverage rises by (x, y). */
const wayAcross = (x: number, y: number): Way => {
  const steep = Math.hypot(x, y);
  return steep > 0 ? [-y / steep, x / steep] : UNKNOWN;
};

/** Bare pixels on either side of a row. */
const SIDE = 2;

/** Follows the outlines of one plate. */
export class Outlines {
  private readonly points = new Points();
  /** Four rows: outlines are followed between the two in the middle. */
  private rows: [Uint8Array, Uint8Array, Uint8Array, Uint8Array];
  private count = 0;
  /** Crossings between the pixels of the row above, by the first of each two. */
  private tops: Int32Array;
  private bottoms: Int32Array;
  private length = 0;
  private greys = 0;

  /**
   * `ring` is given each outline as it closes; an inner one is one of a hole (the even-odd rule). `isTraced`: edges are softer than a
   * pixel for it.
   */
  constructor(
    private readonly width: number,
    private readonly ring: (ring: Ring) => void,
    private readonly isTraced = false,
  ) {
    const row = (): Uint8Array => new Uint8Array(width + 2 * SIDE);
    this.rows = [row(), row(), row(), row()];
    this.tops = new Int32Array(width + 2).fill(NONE);
    this.bottoms = new Int32Array(width + 2).fill(NONE);
  }

  /** The next row: a byte a pixel, `every` bytes apart from `from` on; 0 bare, 255 solid. */
  row(bytes: Uint8Array, from = 0, every = 1): void {
    const next = this.rows[0];
    for (let x = 0, i = from; x < this.width; x++, i += every) {
      const value = bytes[i] as number;
      next[x + SIDE] = value;
      if (isGreyByte(value)) this.greys++;
    }
    this.taken();
  }

  /** After the last row. */
  end(): void {
    for (let row = 0; row < 2; row++) {
      this.rows[0].fill(0);
      this.taken();
    }
  }

  /** The first row's place holds the one that comes after the last. */
  private taken(): void {
    const [next, first, second, third] = this.rows;
    this.rows = [first, second, third, next];
    if (++this.count >= 2) this.cells(this.count - 2);
  }

  /** True where much of it lies between bare and solid, so that its outlines are not all that it is. */
  get isSoft(): boolean {
    return this.greys > (EDGE_PIXELS + (this.isTraced ? TRACED_PIXELS : 0)) * this.length + 64;
  }

  /** The cells between the row before `y` and that one. */
  private cells(y: number): void {
    const { tops, bottoms } = this;
    const [, above, below] = this.rows;
    let left = NONE;
    for (let x = 0; x <= this.width; x++) {
      const i = x + SIDE;
      const [a, b, c, d] = [above[i - 1] as number, above[i] as number, below[i - 1] as number, below[i] as number];
      bottoms[x] = NONE;
      const kind = (a > LEVEL ? 1 : 0) | (b > LEVEL ? 2 : 0) | (c > LEVEL ? 4 : 0) | (d > LEVEL ? 8 : 0);
      if (kind === 0 || kind === 15) {
        left = NONE;
        continue;
      }
      const bottom = c > LEVEL !== d > LEVEL ? this.crossedAcross(i, y) : NONE;
      const right = b > LEVEL !== d > LEVEL ? this.crossedDown(i, y) : NONE;
      bottoms[x] = bottom;
      this.cell(kind, tops[x] as number, bottom, left, right, a + b + c + d > 4 * LEVEL);
      left = right;
    }
    [this.tops, this.bottoms] = [bottoms, tops];
  }

  /** Where the lower row passes a half between the pixel before `i` and that one. Pixels' centres lie at halves. */
  private crossedAcross(i: number, y: number): number {
    const [, above, row, under] = this.rows;
    const [from, to] = [row[i - 1] as number, row[i] as number];
    const [before, after] = [row[i - 2] as number, row[i + 1] as number];
    const [share, slope] = crossing(before, from, to, after);
    const [a, b, c, d] = [above[i - 1] as number, above[i] as number, under[i - 1] as number, under[i] as number];
    const way = slope !== 0 && isGrey(a, b, c, d) ? wayAcross(slope, (c - a + share * (d - b - c + a)) / 2) : UNKNOWN;
    return this.added(i - SIDE - 0.5 + share, y + 0.5, way);
  }

  /** Where the pixels of column `i` pass a half between the upper row and the lower. */
  private crossedDown(i: number, y: number): number {
    const [over, above, below, under] = this.rows;
    const [from, to] = [above[i] as number, below[i] as number];
    const [before, after] = [over[i] as number, under[i] as number];
    const [share, slope] = crossing(before, from, to, after);
    const [a, b, c, d] = [above[i - 1] as number, above[i + 1] as number, below[i - 1] as number, below[i + 1] as number];
    const way = slope !== 0 && isGrey(a, b, c, d) ? wayAcross((b - a + share * (d - c - b + a)) / 2, slope) : UNKNOWN;
    return this.added(i - SIDE + 0.5, y - 0.5 + share, way);
  }

  private added(x: number, y: number, way: Way): number {
    return this.points.add(Math.round(x * OUTLINE_UNITS), Math.round(y * OUTLINE_UNITS), way);
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
