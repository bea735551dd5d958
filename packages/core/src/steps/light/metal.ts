import { blurReach, blurred } from '../../raster/blur';
import { noisePlane } from '../../raster/noise';
import { boxBounds } from '../../raster/place';
import { rampAt, type RampPoint } from '../../raster/ramp';
import { ONE, sizeOf, type Region, type Rgb } from '../../raster/raster';
import { crop, grow } from '../../raster/region';
import { rowsWithInk } from '../../raster/rows-with-ink';
import { blankPlane } from '../../raster/uniform';
import { CASTING_RAMP, type Casting, type Kernels } from '../../raster/kernels';
import { cosDeg, sinDeg } from '../../units/exact';
import { once, remembering } from '../../units/remember';
import { angle, choice, length, picture, point, pointOn, ramp, share, seed } from '../../fields/dials';
import type { SheetPoint } from '../../fields/values';
import { defineStep, type Covered, type StepAt } from '../declare';
import { toneTable } from '../tone/table';
import { edgeDistance } from './edge-distance';
import { filled } from '../../units/filled';

/*
 * Lettering as cast metal: its edges fall away as a bevel, whose slope comes from the distance to the edge; the face mirrors a horizon;
 * the bevel mirrors a second one and a lamp. Shares and widths by trial.
 */

const HORIZON = 'a horizon';
const PICTURE = 'a picture';
/** Where the horizon lies in the pass's box, and the lamp over the sheet, until they are placed. */
const HORIZON_AT = [0.5, 0.55] as const;
const LAMP_AT = [0.25, 0.1] as const;

/** Softness of the bevel's slopes, of the bevel's width. */
const SMOOTH = 0.1;
/** The horizon wavers over hills of this many bevel widths. */
const WAVE = 9;
/** Scratches of polish: how long and broad, mm, and how much they show in full; grain likewise. */
const SCRATCH = { long: 8, broad: 0.14, by: 0.15 };
const GRAIN = { size: 0.2, by: 0.08 };

/** Rows that are shaded at a time. */
const ROWS = 32;

/** A ramp as a table of colours, 0 … 1 in CASTING_RAMP steps, three values a colour. */
const rampTable = remembering(
  6,
  (stops: readonly RampPoint[]) => JSON.stringify(stops),
  (stops) => {
    const out = new Float64Array(3 * (CASTING_RAMP + 1));
    for (let i = 0; i <= CASTING_RAMP; i++) out.set(rampAt(stops, i / CASTING_RAMP).colour, 3 * i);
    return out;
  },
);

/** Height of the bevel over its edge, 0 … 1 both ways: round (a quarter circle) to chiselled (straight). */
const profile = (d: number, chisel: number): number => {
  const away = 1 - d;
  return chisel * d + (1 - chisel) * Math.sqrt(Math.max(0, 1 - away * away));
};

const profiles = remembering(4, String, (chisel: number) =>
  filled(new Int16Array(ONE + 1), (d) => Math.floor(profile(d / ONE, chisel) * ONE + 0.5)),
);

const stopsOf = (stops: readonly { at: number; strength: number; colour: unknown }[], colourOf: (ref: unknown) => Rgb): RampPoint[] =>
  stops.map(({ at, strength, colour }) => ({ at, strength, colour: colourOf(colour) }));

/** Heights of the bevel over a region, softened; `wide` reaches what the distance and the softness read beyond it. */
function* heights(
  coverage: Int16Array,
  wide: Region,
  region: Region,
  widthPx: number,
  chisel: number,
  kernels: Kernels,
): Generator<void, Int16Array, void> {
  const sigma = softPx(widthPx);
  const about = grow(region, blurReach(sigma));
  const plane = yield* edgeDistance(coverage, wide, widthPx, 'inwards', about, kernels);
  const raised = kernels.arena.plane(plane.length);
  kernels.table(plane, profiles(chisel), raised);
  return crop(blurred(raised, 1, about, sigma, kernels), about, region, kernels.arena);
}

/** More than nothing and less than all wherever there is coverage: the gate of noise that is looked up there alone. */
const someThere = once(() => toneTable((v) => Math.min(v, (ONE - 1) / ONE)));

/** Standard deviation of the softness of a bevel, px. */
const softPx = (widthPx: number): number => Math.max(0.6, SMOOTH * widthPx);

/** Pixels beyond a region that its slopes read. */
const reachPx = (width: number, pxPerMm: number): number => {
  const widthPx = Math.max(1, width * pxPerMm);
  return Math.ceil(widthPx) + blurReach(softPx(widthPx)) + 2;
};

export const metal = defineStep({
  kind: 'metal',
  version: 1,
  title: 'Metal',
  family: 'light',
  purpose: 'Lettering or a shape as cast metal: a bevelled edge, a lamp, a mirrored horizon.',
  words: 'chrome foil bevel emboss gold steel 3d type shiny horizon logo reflection',
  dials: {
    width: length({ title: 'Bevel', min: 0.2, max: 40, wide: true, default: 3, more: 'a broader edge' }),
    chisel: share({ title: 'Chiselled', default: 0.4, more: 'flat, sharp flanks; less is round' }),
    lamp: point({ title: 'Lamp', default: null, unset: LAMP_AT }),
    mirrors: choice({ title: 'The face mirrors', options: [HORIZON, PICTURE], default: HORIZON }),
    texture: picture({ title: 'The picture', default: null, shownWhen: { dial: 'mirrors', is: PICTURE } }),
    horizon: point({ title: 'Horizon', default: null, unset: HORIZON_AT, inPass: true }),
    tall: length({
      title: 'Height of the view',
      min: 2,
      max: 2000,
      wide: true,
      default: 90,
      more: 'the ramp is drawn out',
      further: true,
    }),
    turn: angle({ title: 'Turn of the view', min: -90, max: 90, default: 0, more: 'turned counter-clockwise', further: true }),
    face: ramp({
      title: 'Face',
      default: [
        { at: 0, colour: { srgb: '#14214f' }, strength: 1 },
        { at: 0.28, colour: { srgb: '#2f6cc0' }, strength: 1 },
        { at: 0.46, colour: { srgb: '#d9ecfb' }, strength: 1 },
        { at: 0.5, colour: { srgb: '#ffffff' }, strength: 1 },
        { at: 0.505, colour: { srgb: '#3a1c10' }, strength: 1 },
        { at: 0.72, colour: { srgb: '#a5622a' }, strength: 1 },
        { at: 1, colour: { srgb: '#f3c27a' }, strength: 1 },
      ],
    }),
    bevel: ramp({
      title: 'Edge',
      default: [
        { at: 0, colour: { srgb: '#0a0b12' }, strength: 1 },
        { at: 0.35, colour: { srgb: '#3c4250' }, strength: 1 },
        { at: 0.62, colour: { srgb: '#a9b0bd' }, strength: 1 },
        { at: 0.85, colour: { srgb: '#e9ecf1' }, strength: 1 },
        { at: 1, colour: { srgb: '#ffffff' }, strength: 1 },
      ],
    }),
    polish: share({ title: 'Polish scratches', default: 0.5, more: 'brushed along' }),
    grain: share({ title: 'Grain', default: 0.5, more: 'coarser cast', further: true }),
    seed: seed({ title: 'Seed', default: 1, further: true }),
  },
  takes: 'colour',
  gives: 'colour',
  amount: 'mix',
  reach: () => 0,
  reads: ({ width }, region, { pxPerMm }) => grow(region, reachPx(width, pxPerMm)),
  spreads: () => 0,
  locality: 'local',
  draft: { behaviour: 'same' },
  readsMap: ({ mirrors, texture }) => (mirrors === PICTURE && texture ? { of: texture, lies: { middle: null, size: 1, turn: 0 } } : null),
  summary: ({ width, mirrors }) => `bevel ${Number(width.toFixed(1))} mm, ${mirrors}`,
  readsCoverage: () => 'alone',
  *apply(_, params, at, kernels) {
    const { arena } = kernels;
    const widthPx = Math.max(1, params.width * at.pxPerMm);
    const { region: read, plane: all } = at.covered as Covered;
    const inner = rowsWithInk(crop(all, read, at.wanted, arena), at.wanted, kernels);
    if (!inner) return { kind: 'colour', region: at.wanted, data: blankPlane(4 * sizeOf(at.wanted)) };
    // Rows without ink are bare, and those of the input that only they would read say nothing.
    const beyond = at.wanted.y - read.y;
    const wide = { ...read, y: inner.y - beyond, height: inner.height + 2 * beyond };
    const coverage = crop(all, read, wide, arena);
    const there = crop(coverage, wide, inner, arena);
    const region = grow(inner, 1);
    const height = yield* heights(coverage, wide, region, widthPx, params.chisel, kernels);
    yield;
    const gate = arena.plane(there.length);
    kernels.table(there, someThere(), gate);
    const scratches = noisePlane(
      { grain: SCRATCH.broad, stretch: SCRATCH.long / SCRATCH.broad, octaves: 2, seed: 4 * params.seed },
      at,
      inner,
      kernels,
      { gate },
    );
    yield;
    const grains = noisePlane({ grain: GRAIN.size, octaves: 2, seed: 4 * params.seed + 1 }, at, inner, kernels, { gate });
    yield;
    // Another for each width of the bevel, which is turned: not kept as the others are in drafts.
    const wave = { grain: WAVE * params.width, octaves: 2, seed: 4 * params.seed + 2 };
    const waves = noisePlane(wave, { ...at, draft: false }, inner, kernels, { gate });
    yield;
    const whole = arena.plane(4 * sizeOf(at.wanted));
    if (inner.height < at.wanted.height) whole.fill(0);
    const from = 4 * (inner.y - at.wanted.y) * inner.width;
    const data = whole.subarray(from, from + 4 * sizeOf(inner));
    const map = at.map ? crop(at.map.tone, at.map.region, inner, arena) : null;
    const casting = {
      widthPx,
      lamp: lampOf(params.lamp, at),
      view: viewOf(params, at),
      polish: params.polish * SCRATCH.by,
      grain: params.grain * GRAIN.by,
      face: rampTable(stopsOf(params.face, at.colourOf)),
      bevel: rampTable(stopsOf(params.bevel, at.colourOf)),
    };
    for (let row = 0; row < inner.height; row += ROWS) {
      const band = { ...inner, y: inner.y + row, height: Math.min(ROWS, inner.height - row) };
      const part = (plane: Int16Array): Int16Array => plane.subarray(row * inner.width, (row + band.height) * inner.width);
      const raised = height.subarray(row * region.width, (row + band.height + 2) * region.width);
      const noises = { waves: part(waves), scratches: part(scratches), grains: part(grains) };
      const to = data.subarray(4 * row * inner.width, 4 * (row + band.height) * inner.width);
      kernels.castMetal({ ...casting, ...noises, heights: raised, map: map && part(map) }, part(there), band, to);
      yield;
    }
    return { kind: 'colour', region: at.wanted, data: whole };
  },
});

/** The lamp over the sheet, px: as high as a third of the sheet's width. */
const lampOf = (lamp: SheetPoint | null, { pxPerMm, size }: StepAt): Casting['lamp'] => {
  const { x, y } = pointOn(lamp, { unset: LAMP_AT }, size);
  return { x: x * pxPerMm, y: y * pxPerMm, z: (size.width / 3) * pxPerMm };
};

/** Where along the face's ramp a place looks: a half on the horizon. */
const viewOf = (
  params: { readonly horizon: SheetPoint | null; readonly tall: number; readonly turn: number },
  at: StepAt,
): Casting['view'] => {
  const { placement, pxPerMm } = at;
  const placed = boxBounds(placement, pxPerMm);
  const box = { x: placed.x / pxPerMm, y: placed.y / pxPerMm, width: placed.width / pxPerMm, height: placed.height / pxPerMm };
  const { x, y } = pointOn(params.horizon, { unset: HORIZON_AT }, box);
  return { sin: sinDeg(params.turn), cos: cosDeg(params.turn), x: x * pxPerMm, y: y * pxPerMm, tall: params.tall * pxPerMm };
};
