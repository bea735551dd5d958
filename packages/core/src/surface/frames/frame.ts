import { ROUGH_LINE_VALUES, type Affine, type Kernels, type RoughEdge } from '../../raster/kernels';
import { boxAffine } from '../../raster/place';
import { ONE, sizeOf, type Region } from '../../raster/raster';
import { tilesOf } from '../../raster/region';
import { blankPlane } from '../../raster/uniform';
import type { Placement } from '../../sheet/model';
import { Latest } from '../../units/latest';
import { brushed, taped, torn, type EdgeDials, type EdgeKind, type EdgeProfile } from './edges';

export const FRAME_EDGES = ['torn', 'brushed', 'taped', 'picture'] as const;
export type ProceduralEdge = Exclude<(typeof FRAME_EDGES)[number], 'picture'>;

export interface FrameDials extends EdgeDials {
  readonly edge: ProceduralEdge;
}

const EDGES: Readonly<Record<ProceduralEdge, EdgeKind>> = { torn, brushed, taped };

/** Places of a line's table a mm; they begin and end as far beyond the line, mm, as a frame that goes on is looked at. */
const PER_MM = 4;
const BEYOND = 40;

/** A straight line that the frame reaches in from: mm inwards of it and along it, by mm in the box; how long it is. */
interface Line {
  readonly inwards: readonly [number, number, number];
  readonly along: readonly [number, number, number];
  readonly length: number;
  readonly profile: EdgeProfile;
}

const DIAGONAL = Math.SQRT1_2;

/** The sides of a box clockwise from the top, then the corners that are gone. */
const linesOf = (dials: FrameDials, width: number, height: number): Line[] => {
  const kind = EDGES[dials.edge];
  const side = (number: number, length: number): EdgeProfile => kind.along({ number, length }, dials);
  const sides: Line[] = [
    { inwards: [0, 1, 0], along: [1, 0, 0], length: width, profile: side(0, width) },
    { inwards: [-1, 0, width], along: [0, 1, 0], length: height, profile: side(1, height) },
    { inwards: [0, -1, height], along: [1, 0, 0], length: width, profile: side(2, width) },
    { inwards: [1, 0, 0], along: [0, 1, 0], length: height, profile: side(3, height) },
  ];
  const corners = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ] as const;
  const gone = corners.flatMap(([x, y], number): Line[] => {
    const size = kind.corner(number, dials);
    if (size === 0) return [];
    const [right, down] = [x === 0 ? DIAGONAL : -DIAGONAL, y === 0 ? DIAGONAL : -DIAGONAL];
    // Seen from the corner, the frame reaches as much further in as is gone, along a line of twice that.
    const { reach, amount } = kind.along({ number: 4 + number, length: 2 * size }, dials);
    return [
      {
        inwards: [right, down, -(right * x + down * y)],
        along: [down, -right, -(down * x - right * y) + size],
        length: 2 * size,
        profile: { reach: (along) => size - 0.6 * dials.width + 0.6 * reach(along), amount },
      },
    ];
  });
  return [...sides, ...gone];
};

/** A frame's lines, whatever the scale: how far it reaches in at each place of their tables, and its amount there, in turn. */
interface Profiles {
  readonly lines: readonly Line[];
  readonly counts: readonly number[];
  readonly tables: Float64Array;
}

/** The latest frames' profiles: a sheet is rendered at several scales. */
const profiles = new Latest<string, Profiles>(6);

/** Places of a table that are worked out at a go. */
const PLACES = 256;

function* profilesOf(dials: FrameDials, { width, height }: Placement): Generator<void, Profiles, void> {
  const name = JSON.stringify([dials, width, height]);
  const known = profiles.get(name);
  if (known) return known;
  const lines = linesOf(dials, width, height);
  const counts = lines.map(({ length }) => Math.ceil((length + 2 * BEYOND) * PER_MM) + 2);
  const tables = new Float64Array(2 * counts.reduce((sum, count) => sum + count, 0));
  let at = 0;
  for (const [n, { profile }] of lines.entries()) {
    for (let k = 0; k < (counts[n] as number); k++, at += 2) {
      const place = k / PER_MM - BEYOND;
      tables[at] = profile.reach(place);
      tables[at + 1] = profile.amount(place);
      if (k % PLACES === PLACES - 1) yield;
    }
  }
  return profiles.put(name, { lines, counts, tables });
}

/** A rough frame, and between what it reaches in at each place of its tables, mm: nearer all is covered, further nothing is. */
interface Reaching {
  readonly edge: RoughEdge;
  readonly least: Float64Array;
  readonly most: Float64Array;
}

/** A rough frame round a placed box, ready for the kernel. */
function* roughEdge(dials: FrameDials, placement: Placement, pxPerMm: number): Generator<void, Reaching, void> {
  const { lines, counts, tables } = yield* profilesOf(dials, placement);
  const at = boxAffine(placement, pxPerMm, placement.width, placement.height);
  const noises = EDGES[dials.edge].noises(dials);
  const places = tables.length / 2;
  const bounds = { least: new Float64Array(places), most: new Float64Array(places) };
  const values = new Float64Array(ROUGH_LINE_VALUES * lines.length);
  let start = 0;
  for (const [n, { inwards, along }] of lines.entries()) {
    const count = counts[n] as number;
    let [least, most] = [Infinity, -Infinity];
    for (let k = 0; k < count; k++) {
      const [reach, amount] = [tables[2 * (start + k)], tables[2 * (start + k) + 1]] as [number, number];
      const stray = 0.5 * Math.abs(amount) + 0.5 * noises[1].amount + 1 / pxPerMm;
      bounds.least[start + k] = reach - stray;
      bounds.most[start + k] = reach + stray;
      least = Math.min(least, reach - stray);
      most = Math.max(most, reach + stray);
    }
    values.set([...byPixels(inwards, at), ...byPixels(along, at), least, most, start, count, n, -BEYOND], ROUGH_LINE_VALUES * n);
    start += count;
  }
  const ends = placement.beyond === 'nothing';
  return { ...bounds, edge: { lines: values, tables, perMm: PER_MM, seed: dials.seed, noises, pxPerMm, ends } };
}

/** What is linear in mm of the box, by pixels of the sheet. */
const byPixels = ([x, y, constant]: readonly [number, number, number], at: Affine): readonly [number, number, number] => [
  x * at.a + y * at.d,
  x * at.b + y * at.e,
  x * at.c + y * at.f + constant,
];

/** Side of the pieces that are looked at first, to leave out those that lie clear of the frame. */
const PIECE = 32;
/** Pieces that are looked at before others may come in. */
const PIECES = 16;

/** What a line's values from `first` on, linear by pixels, come to in a piece: they are least and most at corners. */
const rangeIn = (lines: Float64Array, first: number, { x, y, width, height }: Region): readonly [least: number, most: number] => {
  const [across, down, constant] = [lines[first], lines[first + 1], lines[first + 2]] as [number, number, number];
  const [left, right, top, bottom] = [across * x, across * (x + width), down * y, down * (y + height)];
  return [Math.min(left, right) + Math.min(top, bottom) + constant, Math.max(left, right) + Math.max(top, bottom) + constant];
};

/** How much of a piece a frame covers, as far as that can be told without its noises. */
const coverOf = ({ edge: { lines, perMm, pxPerMm, ends }, least, most }: Reaching, piece: Region): 'none' | 'some' | 'all' => {
  const pixel = 1 / pxPerMm;
  let [some, all, isCut] = [false, false, false];
  for (let line = 0; line < lines.length; line += ROUGH_LINE_VALUES) {
    const [near, far] = rangeIn(lines, line, piece);
    // Where a frame ends with its box, the first four lines are its sides.
    if (ends && line < 4 * ROUGH_LINE_VALUES) {
      if (far < -pixel) return 'none';
      isCut ||= near < pixel;
    }
    if (near > (lines[line + 7] as number) + pixel) continue;
    const [start, count, , begins] = lines.subarray(line + 8, line + 12) as unknown as [number, number, number, number];
    const placeAt = (along: number): number => Math.max(0, Math.min(count - 2, Math.floor((along - begins) * perMm)));
    const [from, to] = rangeIn(lines, line + 3, piece);
    const [first, last] = [start + placeAt(from), start + placeAt(to) + 1];
    let [covered, reached] = [Infinity, -Infinity];
    for (let k = first; k <= last; k++) {
      covered = Math.min(covered, least[k] as number);
      reached = Math.max(reached, most[k] as number);
    }
    all ||= far < covered - pixel;
    some ||= near <= reached + pixel;
  }
  if (all && !isCut) return 'all';
  return some ? 'some' : 'none';
};

const coverPiece = (out: Int16Array, region: Region, { x, y, width, height }: Region): void => {
  for (let row = y - region.y; row < y - region.y + height; row++) {
    const from = row * region.width + x - region.x;
    out.fill(ONE, from, from + width);
  }
};

/**
 * Coverage of a rough frame round a placed box; beyond the box it holds or ends as the placement says. A function of
 * place and seed alone: the same at any scale and in any tiling.
 */
export const frameCoverage = (dials: FrameDials, placement: Placement, pxPerMm: number) => {
  let made: Reaching | null = null;
  return function* (region: Region, kernels: Kernels): Generator<void, Int16Array, void> {
    const frame = (made ??= yield* roughEdge(dials, placement, pxPerMm));
    let out: Int16Array | null = null;
    for (const [n, piece] of tilesOf(region, PIECE).entries()) {
      const cover = coverOf(frame, piece);
      if (n % PIECES === PIECES - 1) yield;
      if (cover === 'none') continue;
      out ??= kernels.arena.plane(sizeOf(region)).fill(0);
      if (cover === 'all') coverPiece(out, region, piece);
      else kernels.roughEdge(frame.edge, piece, out, region);
      yield;
    }
    return out ?? blankPlane(sizeOf(region));
  };
};
