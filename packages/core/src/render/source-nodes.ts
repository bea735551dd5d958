import { boxAffine, boxCoverage, cover, insidePicture, patchArea, samplingOf, type Sampling } from '../raster/place';
import { blankPlane } from '../raster/blank';
import { filterAxis } from '../raster/filter';
import type { SourcePatch } from '../raster/kernels';
import { ONE, sizeOf, times, type ColourRaster, type Region, type Rgb } from '../raster/raster';
import { overlap, tilesOf } from '../raster/region';
import { sourcePatch, tilesOfPatch, type PatchArea, type SourceInfo } from '../raster/source-tiles';
import type { BorderWhere, FontRef, Placement, Size, SurfaceRef } from '../sheet/model';
import { frameCoverage, type FrameDials } from '../surface/frame';
import { surfaceColours } from '../surface/surfaces';
import { layoutOf, type TypeDials } from '../type/layout';
import { after, flattened, type Contour, type Move } from '../type/outline';
import { fontKey, type Face } from '../type/port';
import { Fill } from '../type/scanline';
import { shapeContour, type ShapeDials } from '../type/shape';
import { stroked } from '../type/stroke';
import { cosDeg, sinDeg } from '../units/exact';
import { remembering } from '../units/remember';
import { keyOf } from './key';
import { rendered, wantOnce, type Node, type Work } from './node';

/** Placed sources are sampled in blocks of this side, so that a turned picture's patch stays small. */
const BLOCK = 256;

const EMPTY = keyOf('empty', null, []);
export const isEmpty = (node: Node): boolean => node.key === EMPTY;

/** Nothing printed. */
export const emptyNode = (): Node<'colour'> => ({
  key: EMPTY,
  kind: 'colour',
  kept: false,
  want: () => undefined,
  *render(region) {
    yield;
    return { kind: 'colour', region, data: blankPlane(4 * sizeOf(region)) };
  },
});

/** Samples a region block by block; `patchOf` gives the source pixels of an area. */
function* sampled(
  sampling: Sampling,
  region: Region,
  work: Work,
  patchOf: (area: PatchArea) => Generator<void, SourcePatch, void>,
  finish: (values: Int16Array, block: Region, area: PatchArea) => void,
): Generator<void, ColourRaster, void> {
  const data = new Int16Array(4 * sizeOf(region));
  for (const block of tilesOf(region, BLOCK)) {
    const area = patchArea(sampling, block);
    const values = new Int16Array(4 * sizeOf(block));
    const patch = yield* patchOf(area);
    work.kernels.sample(patch, sampling.affine, sampling.across, sampling.down, block, values);
    finish(values, block, area);
    for (let row = 0; row < block.height; row++) {
      const to = ((block.y + row - region.y) * region.width + block.x - region.x) * 4;
      data.set(values.subarray(row * block.width * 4, (row + 1) * block.width * 4), to);
    }
    yield;
  }
  return { kind: 'colour', region, data };
}

/** A picture placed on the sheet. */
export const pictureNode = (info: SourceInfo, placement: Placement, pxPerMm: number): Node<'colour'> => {
  const sampling = samplingOf(info, placement, pxPerMm);
  const { beyond } = placement;
  return {
    key: keyOf('picture', { sha256: info.sha256, placement, pxPerMm }, []),
    kind: 'colour',
    kept: true,
    want(region, wants) {
      for (const block of tilesOf(region, BLOCK)) {
        for (const tile of tilesOfPatch(info, patchArea(sampling, block), beyond)) wants.tile(tile);
      }
    },
    *render(region, work) {
      return yield* sampled(
        sampling,
        region,
        work,
        function* (area) {
          yield;
          return sourcePatch(info, area, beyond, work.tile);
        },
        (values, block, area) => {
          if (beyond !== 'nothing' || insidePicture(info, area)) return;
          const coverage = boxCoverage(placement, pxPerMm, block);
          if (coverage) cover(values, 4, coverage);
        },
      );
    },
  };
};

/** An area's values out of a raster that covers it or a part; beyond its edge that holds, as a picture's does. */
const holdEdges = ({ region: inside, data: from }: ColourRaster, area: PatchArea, out: Int16Array): void => {
  for (let row = 0, o = 0; row < area.height; row++) {
    const y = Math.max(0, Math.min(inside.height - 1, area.y + row - inside.y));
    for (let column = 0; column < area.width; column++, o += 4) {
      const x = Math.max(0, Math.min(inside.width - 1, area.x + column - inside.x));
      const i = 4 * (y * inside.width + x);
      for (let c = 0; c < 4; c++) out[o + c] = from[i + c] as number;
    }
  }
};

/** Another sheet's rendering: its whole region, its size in mm, and its pixels a millimetre of its own. */
export interface SheetPrint {
  readonly whole: Region;
  readonly size: Size;
  readonly pxPerMm: number;
}

/** Another sheet's print, placed: rendered at the size it has here, then turned and stretched into its box. */
export const sheetNode = (root: Node<'colour'>, print: SheetPrint, placement: Placement, pxPerMm: number): Node<'colour'> => {
  const { whole, size } = print;
  const [across, down] = [size.width * print.pxPerMm, size.height * print.pxPerMm];
  const sampling: Sampling = {
    level: 0,
    affine: boxAffine(placement, pxPerMm, across, down),
    across: filterAxis(across / (placement.width * pxPerMm)),
    down: filterAxis(down / (placement.height * pxPerMm)),
  };
  const parts = function* (region: Region): Generator<Region> {
    for (const block of tilesOf(region, BLOCK)) {
      const inside = overlap(patchArea(sampling, block), whole);
      if (inside) yield inside;
    }
  };
  return {
    key: keyOf('sheet', { placement, pxPerMm, print }, [root]),
    kind: 'colour',
    kept: true,
    want(region, wants, work) {
      for (const part of parts(region)) wantOnce(root, part, wants, work);
    },
    *render(region, work) {
      return yield* sampled(
        sampling,
        region,
        work,
        function* (area) {
          const data = new Int16Array(4 * sizeOf(area));
          const inside = overlap(area, whole);
          if (!inside) return { ...area, data };
          const print = yield* rendered(root, inside, work);
          holdEdges(print, area, data);
          return { ...area, data };
        },
        (values, block) => {
          const coverage = boxCoverage(placement, pxPerMm, block);
          if (coverage) cover(values, 4, coverage);
        },
      );
    },
  };
};

/** What of a made surface fills a placed box: a letter-size sheet of it (ANSI/ASME Y14.1, size A), mm. It goes on beyond. */
export const SURFACE_PIECE: Size = { width: 215.9, height: 279.4 };

/** A made surface, placed. */
export const surfaceNode = ({ name, seed }: SurfaceRef, placement: Placement, pxPerMm: number): Node<'colour'> => {
  const { a, b, c, d, e, f } = boxAffine(placement, pxPerMm, SURFACE_PIECE.width, SURFACE_PIECE.height);
  const at = (x: number, y: number, out: { x: number; y: number }): void => {
    out.x = a * x + b * y + c;
    out.y = d * x + e * y + f;
  };
  return {
    key: keyOf('surface', { name, seed, placement, pxPerMm }, []),
    kind: 'colour',
    kept: true,
    want: () => undefined,
    *render(region) {
      return { kind: 'colour', region, data: yield* surfaceColours({ surface: name, seed, period: null }, at, region) };
    },
  };
};

/** A coverage of one ink, made anew for each region. */
const inkNode = (key: string, colour: Rgb, kept: boolean, coverageOf: (region: Region, work: Work) => Int16Array): Node<'ink'> => ({
  key,
  kind: 'ink',
  kept,
  want: () => undefined,
  *render(region, work) {
    const coverage = coverageOf(region, work);
    yield;
    return { kind: 'ink', region, coverage, colour };
  },
});

/** One ink or colour over the placed box, or over everything where it holds beyond its edge. */
export const flatNode = (colour: Rgb, placement: Placement, pxPerMm: number): Node<'ink'> =>
  inkNode(keyOf('flat', { colour, placement, pxPerMm }, []), colour, false, (region) => {
    const edged = placement.beyond === 'nothing' ? boxCoverage(placement, pxPerMm, region) : null;
    return edged ?? new Int16Array(sizeOf(region)).fill(ONE);
  });

/** A rough frame round the placed box. */
export const frameNode = (dials: FrameDials, colour: Rgb, placement: Placement, pxPerMm: number): Node<'ink'> =>
  inkNode(keyOf('frame', { dials, colour, placement, pxPerMm }, []), colour, true, (region) =>
    frameCoverage(dials, placement, pxPerMm, region),
  );

export interface RampColours {
  readonly form: 'straight' | 'round';
  /** The way it runs, counter-clockwise from left to right; only of a straight one. */
  readonly angle: number;
  readonly stops: readonly { readonly at: number; readonly colour: Rgb; readonly strength: number }[];
}

const RAMP_STEPS = 4096;

/** Premultiplied colours along a ramp, RAMP_STEPS + 1 of them, straight between its stops. */
const rampTable = (stops: RampColours['stops']): Int16Array => {
  const table = new Int16Array(4 * (RAMP_STEPS + 1));
  for (let i = 0; i <= RAMP_STEPS; i++) {
    const at = i / RAMP_STEPS;
    const next = stops.findIndex((stop) => stop.at >= at);
    const to = stops[next < 0 ? stops.length - 1 : next] as RampColours['stops'][number];
    const from = next <= 0 ? to : (stops[next - 1] as RampColours['stops'][number]);
    const share = to.at > from.at ? (at - from.at) / (to.at - from.at) : 0;
    const alpha = Math.floor((from.strength + (to.strength - from.strength) * share) * ONE + 0.5);
    // Colours run into each other as they are seen: a clear stop lends the next one no colour of its own.
    const weigh = to.strength * share + from.strength * (1 - share);
    for (let c = 0; c < 3; c++) {
      const [a, b] = [from.colour[c] as number, to.colour[c] as number];
      const mixed = weigh > 0 ? (a * from.strength * (1 - share) + b * to.strength * share) / weigh : 0;
      table[4 * i + c] = times(Math.floor(mixed + 0.5), alpha);
    }
    table[4 * i + 3] = alpha;
  }
  return table;
};

const rampColours = (ramp: RampColours, placement: Placement, pxPerMm: number, region: Region): Int16Array => {
  const table = rampTable(ramp.stops);
  const at = boxAffine(placement, pxPerMm, 2, 2);
  const [cos, sin] = [cosDeg(ramp.angle), sinDeg(ramp.angle)];
  const [w, h] = [placement.width, placement.height];
  // Half the way that the corners of the box lie apart along the ramp.
  const reach = Math.abs(cos) * w + Math.abs(sin) * h;
  const data = new Int16Array(4 * sizeOf(region));
  for (let row = 0, o = 0; row < region.height; row++) {
    const y = region.y + row + 0.5;
    for (let column = 0; column < region.width; column++, o += 4) {
      const x = region.x + column + 0.5;
      const u = at.a * x + at.b * y + at.c - 1;
      const v = at.d * x + at.e * y + at.f - 1;
      const along = ramp.form === 'round' ? Math.sqrt(u * u + v * v) : 0.5 + (cos * u * w - sin * v * h) / (2 * reach);
      const i = 4 * Math.floor(Math.max(0, Math.min(1, along)) * RAMP_STEPS + 0.5);
      for (let c = 0; c < 4; c++) data[o + c] = table[i + c] as number;
    }
  }
  return data;
};

/** Colours running into each other across the placed box; beyond its edge the ends hold. */
export const rampNode = (ramp: RampColours, placement: Placement, pxPerMm: number): Node<'colour'> => ({
  key: keyOf('ramp', { ramp, placement, pxPerMm }, []),
  kind: 'colour',
  kept: true,
  want: () => undefined,
  *render(region) {
    const data = rampColours(ramp, placement, pxPerMm, region);
    yield;
    if (placement.beyond === 'nothing') {
      const coverage = boxCoverage(placement, pxPerMm, region);
      if (coverage) cover(data, 4, coverage);
    }
    return { kind: 'colour', region, data };
  },
});

/** From mm in a placed box (from its top left corner) to pixels of the rendered sheet. */
const boxMove = (placement: Placement, pxPerMm: number): Move => {
  const [cos, sin] = [cosDeg(placement.turn), sinDeg(placement.turn)];
  const flipped: Move = {
    a: placement.flipX ? -1 : 1,
    b: 0,
    c: (placement.flipX ? 1 : -1) * (placement.width / 2),
    d: 0,
    e: placement.flipY ? -1 : 1,
    f: (placement.flipY ? 1 : -1) * (placement.height / 2),
  };
  const turned: Move = {
    a: cos * pxPerMm,
    b: sin * pxPerMm,
    c: placement.x * pxPerMm,
    d: -sin * pxPerMm,
    e: cos * pxPerMm,
    f: placement.y * pxPerMm,
  };
  return after(turned, flipped);
};

/** What an outline is filled and bordered with; null is not. Lengths in mm. */
export interface Paints {
  readonly fill: Rgb | null;
  readonly border: { readonly colour: Rgb; readonly width: number; readonly where: BorderWhere } | null;
}

interface Drawn {
  readonly fill: Fill;
  readonly border: Fill | null;
}

/** The latest outlines made ready, by the key of what they are. */
const drawn = remembering(
  24,
  ({ key }: { key: string; make: () => Drawn }) => key,
  ({ make }) => make(),
);

const borderOf = (contours: readonly Contour[], paints: Paints, pxPerMm: number, closed = true): Fill | null => {
  if (!paints.border) return null;
  const { width, where } = paints.border;
  return new Fill(stroked(contours, width * pxPerMm * (where === 'centred' || !closed ? 1 : 2), closed));
};

/** Coverage of a border that lies along an outline: its inner or outer half, or both. */
const borderCoverage = (line: Int16Array | null, inside: Int16Array | null, where: BorderWhere, open: boolean): Int16Array | null => {
  if (!line || where === 'centred' || open) return line;
  const kept = line.slice();
  for (let i = 0; i < kept.length; i++) {
    const within = inside ? (inside[i] as number) : 0;
    kept[i] = times(kept[i] as number, where === 'inside' ? within : ONE - within);
  }
  return kept;
};

/** An outline's raster: of one ink where it has one colour, else of two colours, the border over the fill. */
const outlineNode = (key: string, paints: Paints, open: boolean, make: (work: Work) => Drawn): Node => {
  const coverages = (region: Region, work: Work): readonly [Int16Array | null, Int16Array | null] => {
    const { fill, border } = drawn({ key, make: () => make(work) });
    const inside = open || (!paints.fill && paints.border?.where === 'centred') ? null : fill.coverage(region);
    return [inside, border && paints.border ? borderCoverage(border.coverage(region), inside, paints.border.where, open) : null];
  };
  const { fill, border } = paints;
  if (!fill || !border) {
    return inkNode(key, fill ?? border?.colour ?? [0, 0, 0], true, (region, work) => {
      const [inside, line] = coverages(region, work);
      return (fill && !open ? inside : line) ?? blankPlane(sizeOf(region));
    });
  }
  return {
    key,
    kind: 'colour',
    kept: true,
    want: () => undefined,
    *render(region, work) {
      const [inside, line] = coverages(region, work);
      yield;
      if (!inside && !line) return { kind: 'colour', region, data: blankPlane(4 * sizeOf(region)) };
      const none = blankPlane(sizeOf(region));
      const under = new Int16Array(4 * sizeOf(region));
      const over = new Int16Array(4 * sizeOf(region));
      work.kernels.paint(beside(inside ?? none, line ?? none, border.where), fill, under);
      work.kernels.paint(line ?? none, border.colour, over);
      addUpTo(over, under);
      return { kind: 'colour', region, data: over };
    },
  };
};

/** Adds values that together make no more than ONE, but for their rounding. */
const addUpTo = (to: Int16Array, more: Int16Array): void => {
  for (let i = 0; i < to.length; i++) {
    const sum = (to[i] as number) + (more[i] as number);
    to[i] = sum > ONE ? ONE : sum;
  }
};

/** What of a fill is seen beside its border: the two share a pixel at their edges and never cover it twice. */
const beside = (inside: Int16Array, line: Int16Array, where: BorderWhere): Int16Array => {
  if (where === 'outside') return inside;
  return inside.map((v, i) => (where === 'inside' ? Math.max(0, v - (line[i] as number)) : times(v, ONE - (line[i] as number))));
};

/** A shape that fills its placed box. */
export const shapeNode = (dials: ShapeDials, paints: Paints, placement: Placement, pxPerMm: number): Node => {
  const open = dials.form === 'line';
  return outlineNode(keyOf('shape', { dials, paints, placement, pxPerMm }, []), open ? { ...paints, fill: null } : paints, open, () => {
    const { width, height } = placement;
    const box: Move = { a: width / 2, b: 0, c: width / 2, d: 0, e: height / 2, f: height / 2 };
    const move = after(boxMove(placement, pxPerMm), box);
    const corners = shapeContour(dials, (Math.max(width, height) / 2) * pxPerMm);
    const contour: number[] = [];
    for (let i = 0; i < corners.length; i += 2) {
      const [x, y] = [corners[i] as number, corners[i + 1] as number];
      contour.push(move.a * x + move.b * y + move.c, move.d * x + move.e * y + move.f);
    }
    return { fill: new Fill(open ? [] : [contour]), border: borderOf([contour], paints, pxPerMm, !open) };
  });
};

/** A letter as it stands on the sheet: what it is, and its outline in pixels of the rendering. */
export interface SetLetter {
  readonly letter: string;
  readonly contours: readonly Contour[];
}

/** Every letter of set type, in the order of its lines. */
export const lettersOf = (dials: TypeDials, face: Face, placement: Placement, pxPerMm: number): SetLetter[] => {
  const move = boxMove(placement, pxPerMm);
  return layoutOf(dials, face, placement.width).lines.flatMap(({ text, glyphs }) =>
    glyphs.map(({ glyph, cluster, x, y, scaleX, scaleY }) => ({
      letter: String.fromCodePoint(text.codePointAt(cluster) ?? 32),
      contours: flattened(face.outline(glyph), after(move, { a: scaleX, b: 0, c: x, d: 0, e: -scaleY, f: y })),
    })),
  );
};

/** Set type in its placed block. */
export const typeNode = (font: FontRef, dials: TypeDials, paints: Paints, placement: Placement, pxPerMm: number): Node =>
  outlineNode(keyOf('type', { font: fontKey(font), dials, paints, placement, pxPerMm }, []), paints, false, (work) => {
    if (!work.type) throw new Error('type cannot be set: no shaping was loaded');
    const contours = lettersOf(dials, work.type.face(font), placement, pxPerMm).flatMap((each) => each.contours);
    return { fill: new Fill(contours), border: borderOf(contours, paints, pxPerMm) };
  });
