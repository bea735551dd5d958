import type { Placement } from '../sheet/model';
import { cornersOf } from '../sheet/placing';
import { cosDeg, sinDeg } from '../units/exact';
import type { Arena } from './arena';
import { filterAxis } from './filter';
import type { Affine, FilterAxis } from './kernels';
import { ONE, type Region } from './raster';
import type { PatchArea } from './source-patch';
import { levelSide, type SourceInfo } from './source-tiles';
import { blankPlane } from './uniform';

/**
 * How a rendering's pixels lie on a placed box of `width` × `height` units (a picture's pixels, or 1 × 1):
 * the inverse of turning the box counter-clockwise about its centre and putting the centre at x, y.
 */
export const boxAffine = (placement: Placement, pxPerMm: number, width: number, height: number): Affine => {
  const cos = cosDeg(placement.turn);
  const sin = sinDeg(placement.turn);
  const perX = (placement.flipX ? -1 : 1) * (width / placement.width);
  const perY = (placement.flipY ? -1 : 1) * (height / placement.height);
  const a = (cos / pxPerMm) * perX;
  const b = (-sin / pxPerMm) * perX;
  const d = (sin / pxPerMm) * perY;
  const e = (cos / pxPerMm) * perY;
  return {
    a,
    b,
    c: width / 2 - (cos * placement.x - sin * placement.y) * perX,
    d,
    e,
    f: height / 2 - (sin * placement.x + cos * placement.y) * perY,
  };
};

/** A picture's sampling at one rendering: the level it is read from, and the filters there. */
export interface Sampling {
  readonly level: number;
  readonly affine: Affine;
  readonly across: FilterAxis;
  readonly down: FilterAxis;
}

/** The pyramid level with at least one source pixel an output pixel; an area box for the rest, or Catmull–Rom. */
export const samplingOf = (info: SourceInfo, placement: Placement, pxPerMm: number): Sampling => {
  const full = boxAffine(placement, pxPerMm, info.width, info.height);
  const acrossScale = info.width / (placement.width * pxPerMm);
  const downScale = info.height / (placement.height * pxPerMm);
  let level = 0;
  while (level < info.levels - 1 && Math.min(acrossScale, downScale) / 2 ** (level + 1) >= 1) level++;
  const size = 2 ** level;
  return {
    level,
    affine: {
      a: full.a / size,
      b: full.b / size,
      c: full.c / size,
      d: full.d / size,
      e: full.e / size,
      f: full.f / size,
    },
    across: filterAxis(acrossScale / size),
    down: filterAxis(downScale / size),
  };
};

/** The least and greatest of p·X + q·Y + r over the pixel centres of a region. */
const span = (p: number, q: number, r: number, region: Region): readonly [number, number] => {
  const x0 = region.x + 0.5;
  const x1 = region.x + region.width - 0.5;
  const y0 = region.y + 0.5;
  const y1 = region.y + region.height - 0.5;
  const corners = [p * x0 + q * y0 + r, p * x1 + q * y0 + r, p * x0 + q * y1 + r, p * x1 + q * y1 + r];
  return [Math.min(...corners), Math.max(...corners)];
};

/** The source pixels that sampling a region reads. */
export const patchArea = ({ level, affine, across, down }: Sampling, region: Region): PatchArea => {
  const [left, right] = span(affine.a, affine.b, affine.c + across.offset, region);
  const [top, bottom] = span(affine.d, affine.e, affine.f + down.offset, region);
  const x = Math.floor(left) - 1;
  const y = Math.floor(top) - 1;
  return {
    level,
    x,
    y,
    width: Math.floor(right) + across.taps + 2 - x,
    height: Math.floor(bottom) + down.taps + 2 - y,
  };
};

/** True where a region lies whole inside the picture at a level, so that nothing beyond its edge is read. */
export const insidePicture = (info: SourceInfo, area: PatchArea): boolean =>
  area.x >= 0 &&
  area.y >= 0 &&
  area.x + area.width <= levelSide(info.width, area.level) &&
  area.y + area.height <= levelSide(info.height, area.level);

const share = (v: number): number => (v < 0 ? 0 : v > 1 ? 1 : v);

/** Share, 0 … 1, of each of `count` pixels from `start` on that a box of `length` covers along one axis. */
const shares = (scale: number, offset: number, start: number, count: number, length: number): Float64Array => {
  const out = new Float64Array(count);
  for (let i = 0; i < count; i++) {
    const at = scale * (start + i + 0.5) + offset;
    out[i] = share(at + 0.5) - share(at - length + 0.5);
  }
  return out;
};

const straightCoverage = (at: Affine, region: Region, width: number, height: number, arena: Arena): Int16Array => {
  const coverage = arena.plane(region.width * region.height);
  const across = shares(at.a, at.c, region.x, region.width, width);
  const down = shares(at.e, at.f, region.y, region.height, height);
  for (let row = 0; row < region.height; row++) {
    const from = row * region.width;
    if (row > 0 && down[row] === down[row - 1]) coverage.copyWithin(from, from - region.width, from);
    else across.forEach((share, column) => (coverage[from + column] = Math.floor(share * (down[row] as number) * ONE + 0.5)));
  }
  return coverage;
};

/** The columns, from one up to another, where slope · column + start is from `low` to `high`, but for one at either end. */
const columnsWithin = (slope: number, start: number, low: number, high: number): readonly [from: number, to: number] => {
  if (slope === 0) return start >= low && start <= high ? [-Infinity, Infinity] : [0, 0];
  const [one, other] = [(low - start) / slope, (high - start) / slope];
  return [Math.ceil(Math.min(one, other)) + 1, Math.floor(Math.max(one, other))];
};

const turnedCoverage = (at: Affine, region: Region, width: number, height: number, arena: Arena): Int16Array => {
  const coverage = arena.plane(region.width * region.height);
  for (let row = 0; row < region.height; row++) {
    const line = row * region.width;
    const y = region.y + row + 0.5;
    const each = (from: number, to: number): void => {
      for (let column = from; column < to; column++) {
        const x = region.x + column + 0.5;
        const u = at.a * x + at.b * y + at.c;
        const v = at.d * x + at.e * y + at.f;
        const across = share(u + 0.5) - share(u - width + 0.5);
        const down = share(v + 0.5) - share(v - height + 0.5);
        coverage[line + column] = Math.floor(across * down * ONE + 0.5);
      }
    };
    const x = region.x + 0.5;
    const across = columnsWithin(at.a, at.a * x + at.b * y + at.c, 0.5, width - 0.5);
    const down = columnsWithin(at.d, at.d * x + at.e * y + at.f, 0.5, height - 0.5);
    // Between them the box covers all.
    const from = Math.min(region.width, Math.max(0, across[0], down[0]));
    const to = Math.max(from, Math.min(region.width, across[1], down[1]));
    each(0, from);
    coverage.fill(ONE, line + from, line + to);
    each(to, region.width);
  }
  return coverage;
};

/**
 * Coverage of a placed box over a region, its edge smoothed over one pixel: exact where it is not turned.
 * Null where the box covers the region whole, the blank plane where it lies clear of it.
 */
export const boxCoverage = (placement: Placement, pxPerMm: number, region: Region, arena: Arena): Int16Array | null => {
  const width = placement.width * pxPerMm;
  const height = placement.height * pxPerMm;
  const at = boxAffine(placement, pxPerMm, width, height);
  const [left, right] = span(at.a, at.b, at.c, region);
  const [top, bottom] = span(at.d, at.e, at.f, region);
  const slack = 1e-6;
  if (left >= 0.5 - slack && right <= width - 0.5 + slack && top >= 0.5 - slack && bottom <= height - 0.5 + slack) {
    return null;
  }
  if (right <= -0.5 - slack || left >= width + 0.5 + slack || bottom <= -0.5 - slack || top >= height + 0.5 + slack) {
    return blankPlane(region.width * region.height);
  }
  return at.b === 0 && at.d === 0 ? straightCoverage(at, region, width, height, arena) : turnedCoverage(at, region, width, height, arena);
};

/** The box of whole pixels outside which a placed box covers nothing. */
export const boxBounds = (placement: Placement, pxPerMm: number): Region => {
  const corners = cornersOf(placement);
  const [xs, ys] = [corners.map(([x]) => x * pxPerMm), corners.map(([, y]) => y * pxPerMm)];
  const [x, y] = [Math.floor(Math.min(...xs)) - 2, Math.floor(Math.min(...ys)) - 2];
  return { x, y, width: Math.ceil(Math.max(...xs)) + 2 - x, height: Math.ceil(Math.max(...ys)) + 2 - y };
};
