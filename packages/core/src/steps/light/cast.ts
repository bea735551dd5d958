import { blurReach, blurred } from '../../raster/blur';
import { ONE, sizeOf, type Region } from '../../raster/raster';
import { crop, grow } from '../../raster/region';
import { blankPlane } from '../../raster/uniform';
import { colour, length, point, share, toggle } from '../../fields/dials';
import type { SheetPoint } from '../../fields/values';
import { defineStep, type Covered } from '../declare';
import { under } from './laid';

/** Whole pixels that a shadow falls, to the right and down. */
const offsetPx = (fall: SheetPoint | null, pxPerMm: number): readonly [number, number] => [
  Math.round((fall?.x ?? 0) * pxPerMm),
  Math.round((fall?.y ?? 0) * pxPerMm),
];

const readOf = (region: Region, [dx, dy]: readonly [number, number], reach: number): Region => {
  const about = grow(region, reach);
  return {
    x: about.x - Math.max(0, dx),
    y: about.y - Math.max(0, dy),
    width: about.width + Math.abs(dx),
    height: about.height + Math.abs(dy),
  };
};

/** Softness below which a shadow is as sharp as what casts it, px. */
const SHARP_PX = 0.2;

/** The shape of what prints, shifted and softened, in one colour under it. */
export const cast = defineStep({
  kind: 'cast',
  version: 1,
  title: 'Cast shadow',
  family: 'light',
  purpose: 'What prints throws its shape on what is beneath.',
  words: 'drop shadow offset depth blur long shadow float',
  dials: {
    fall: point({ title: 'Falls', arrow: true, default: { x: 2.5, y: 3.5 } }),
    blur: length({ title: 'Blur', min: 0, max: 40, wide: true, default: 1.5, more: 'softer' }),
    strength: share({ title: 'Strength', default: 0.6, more: 'darker' }),
    colour: colour({ title: 'Colour', default: { srgb: '#141214' } }),
    only: toggle({ title: 'The shadow alone', default: false }),
  },
  takes: 'colour',
  gives: 'colour',
  amount: 'mix',
  reach: () => 0,
  reads: ({ fall, blur }, region, { pxPerMm }) => readOf(region, offsetPx(fall, pxPerMm), blurReach(blur * pxPerMm)),
  // A Gaussian is cut off at three standard deviations; box sums reach a little further.
  spreads: ({ fall, blur }) => Math.max(Math.abs(fall?.x ?? 0), Math.abs(fall?.y ?? 0)) + 4 * blur + 1,
  locality: 'local',
  draft: { behaviour: 'same' },
  alone: ({ only, colour }) => (only ? colour : null),
  summary: ({ fall, blur }) => `${fall?.x ?? 0}, ${fall?.y ?? 0} mm, blur ${Number(blur.toFixed(1))} mm`,
  readsCoverage: ({ only }) => (only ? 'alone' : 'and colours'),
  *apply(input, { fall, blur, strength, colour: ref }, at, kernels) {
    const { arena } = kernels;
    const region = at.wanted;
    const [dx, dy] = offsetPx(fall, at.pxPerMm);
    const sigma = blur * at.pxPerMm;
    const about = grow(region, blurReach(sigma));
    const { region: wide, plane: coverage } = at.covered as Covered;
    const moved = crop(coverage, wide, { ...about, x: about.x - dx, y: about.y - dy }, arena);
    const soft = sigma < SHARP_PX ? moved : blurred(moved, 1, about, sigma, kernels);
    const shadow = arena.plane(sizeOf(region));
    kernels.mix(blankPlane(shadow.length), crop(soft, about, region, arena), 1, Math.round(strength * ONE), null, shadow);
    yield;
    return under({ print: input.data, plane: shadow, colour: at.colourOf(ref), region }, at, kernels);
  },
});
