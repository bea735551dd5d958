/**
 * The composite of a hard sheet. Every pixel of it is bare or one of a few colours, so it is kept as one byte a pixel, the
 * number of an entry of a palette that is known when the sheet is compiled: what a lay does is worked out once for each
 * entry, by the same arithmetic that would do it for each pixel.
 */
import type { ModeName } from '../raster/kernels';
import { ONE, sizeOf, type ColourRaster, type Palette, type Rgb } from '../raster/raster';
import { referenceKernels } from '../raster/reference/reference';
import { isBlank, isSolid } from '../raster/uniform';
import { finish } from './drive';
import { keyOf } from '../nodes/key';
import { rendered, wantOnce, type Node, type Work } from '../nodes/node';
import type { Plane } from '../nodes/plane-nodes';
import { filled } from '../units/filled';

const MOST_ENTRIES = 256;

/** A node of entries, with what they mean. */
export interface IndexNode extends Node<'index'> {
  readonly palette: Palette;
}

export const isIndex = (node: Node): node is IndexNode => node.kind === 'index';

const paletteKey = (palette: Palette): string => palette.join(' ');

/** Nothing printed yet. */
export const bareIndex = (): IndexNode => {
  const palette = new Int16Array(4);
  return {
    key: keyOf('bare index', null, []),
    kind: 'index',
    keeping: 'never',
    palette,
    want: () => undefined,
    *render(region) {
      yield;
      return { kind: 'index', region, entries: new Uint8Array(sizeOf(region)), palette };
    },
  };
};

/** Entries as they become, each found among those there or added; null where they are too many. */
const mapped = (palette: Palette, becomes: Palette): { readonly map: Uint8Array; readonly palette: Palette } | null => {
  const known = new Map<string, number>();
  const entries: string[] = [];
  const numberOf = (colour: string): number => {
    const number = known.get(colour) ?? entries.length;
    if (number === entries.length) {
      known.set(colour, number);
      entries.push(colour);
    }
    return number;
  };
  const colourAt = (of: Palette, i: number): string => of.subarray(4 * i, 4 * i + 4).join(' ');
  for (let i = 0; 4 * i < palette.length; i++) numberOf(colourAt(palette, i));
  // A map of few entries is one vector's worth.
  const map = new Uint8Array(palette.length <= 4 * 16 ? 16 : MOST_ENTRIES);
  for (let i = 0; 4 * i < palette.length; i++) {
    const number = numberOf(colourAt(becomes, i));
    if (number >= MOST_ENTRIES) return null;
    map[i] = number;
  }
  return { map, palette: Int16Array.from(entries.flatMap((colour) => colour.split(' ').map(Number))) };
};

/** Lays an ink on the composite `times` times. Coverage of ½ and more counts as ink. Returns null if the palette would grow too large. */
export const stampNode = (
  beneath: IndexNode,
  source: Node<'ink'>,
  colour: Rgb,
  mode: ModeName,
  strength: number,
  times: number,
): IndexNode | null => {
  let becomes = beneath.palette;
  const count = becomes.length / 4;
  const ink = filled(new Int16Array(4 * count), (i) => (i % 4 === 3 ? ONE : (colour[i % 4] as number)));
  for (let n = 0; n < times; n++) {
    const next = new Int16Array(becomes.length);
    referenceKernels.blend(becomes, ink, mode, false, strength, null, next);
    becomes = next;
  }
  const found = mapped(beneath.palette, becomes);
  if (!found) return null;
  const { map, palette } = found;
  return {
    key: keyOf('stamp', { mode, strength, times, colour, palette: paletteKey(palette) }, [beneath, source]),
    kind: 'index',
    palette,
    want(region, wants, work) {
      wantOnce(beneath, region, wants, work);
      wantOnce(source, region, wants, work);
    },
    *render(region, work) {
      const { arena, stamp } = work.kernels;
      const under = yield* rendered(beneath, region, work);
      const { coverage } = yield* rendered(source, region, work);
      if (isBlank(coverage)) return { ...under, palette };
      const entries = arena.bytes(under.entries.length);
      stamp(under.entries, isSolid(coverage) ? null : coverage, map, entries);
      return { kind: 'index', region, entries, palette };
    },
  };
};

/** The composite with other colours for its entries. */
export const recolouredNode = (beneath: IndexNode, palette: Palette, why: unknown): IndexNode => ({
  key: keyOf('recoloured', { why, palette: paletteKey(palette) }, [beneath]),
  kind: 'index',
  keeping: 'never',
  palette,
  want: (region, wants, work) => wantOnce(beneath, region, wants, work),
  *render(region, work) {
    return { ...(yield* rendered(beneath, region, work)), palette };
  },
});

/** The composite where a plane leaves at least a half of it, bare elsewhere. */
export const keptWhereNode = (beneath: IndexNode, left: Plane): IndexNode => ({
  key: keyOf('kept where', null, [beneath, left]),
  kind: 'index',
  palette: beneath.palette,
  want(region, wants, work) {
    wantOnce(beneath, region, wants, work);
    wantOnce(left, region, wants, work);
  },
  *render(region, work) {
    const { arena, keepWhere } = work.kernels;
    const under = yield* rendered(beneath, region, work);
    const { tone } = yield* rendered(left, region, work);
    if (isSolid(tone)) return under;
    const entries = arena.bytes(under.entries.length);
    keepWhere(under.entries, tone, entries);
    return { ...under, entries };
  },
});

/** A palette as a raster one pixel high, for steps that treat each colour by itself. */
export const paletteNode = (palette: Palette): Node<'colour'> => ({
  key: keyOf('palette', paletteKey(palette), []),
  kind: 'colour',
  keeping: 'never',
  want: () => undefined,
  *render(region) {
    yield;
    return { kind: 'colour', region, data: palette };
  },
});

/** A node over a palette's raster, rendered when the sheet is compiled. */
export const renderedPalette = (node: Node<'colour'>, count: number, work: Pick<Work, 'statistics'>): Palette => {
  const tile = (): never => {
    throw new Error('a palette has no picture');
  };
  const region = { x: 0, y: 0, width: count, height: 1 };
  const made: ColourRaster = finish(rendered(node, region, { ...work, kernels: referenceKernels, tile, rasters: null, type: null }));
  return made.data;
};

/** A palette with its coverage cut at a half, colours kept. */
export const cutPalette = (palette: Palette): Palette => {
  const out = new Int16Array(palette.length);
  referenceKernels.cutColours(palette, ONE / 2, out);
  return out;
};

/** Unpremultiplied RGBA8 of a palette, packed as a little-endian word: in a hard sheet an ink is one colour, so nothing is dithered. */
export const paletteBytes = (palette: Palette): Uint32Array =>
  filled(new Uint32Array(palette.length / 4), (i) => {
    const [r, g, b, alpha] = palette.subarray(4 * i, 4 * i + 4) as unknown as [number, number, number, number];
    const byte = (v: number): number => (alpha > 0 ? Math.min(255, Math.floor((v * 255) / alpha + 0.5)) : 0);
    return ((Math.floor((alpha * 255) / ONE + 0.5) << 24) | (byte(b) << 16) | (byte(g) << 8) | byte(r)) >>> 0;
  });
