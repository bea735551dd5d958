import { blurred } from '../../raster/blur';
import type { ToneRaster } from '../../raster/raster';
import type { Kernels } from '../../raster/kernels';
import { defineStep } from '../declare';
import { length } from '../../fields/dials';

/** Under this many pixels a blur changes nothing that could be seen. */
const LEAST_SIGMA = 0.15;

/** Tone weighted by its coverage, so that what is not there lends no tone. */
const blurredTone = (input: ToneRaster, sigmaPx: number, kernels: Kernels): ToneRaster => {
  const { tone, coverage, region } = input;
  if (!coverage) return { ...input, tone: blurred(tone, 1, region, sigmaPx, kernels) };
  const weighted = kernels.arena.plane(tone.length);
  kernels.multiply(tone, coverage, weighted);
  const out = blurred(weighted, 1, region, sigmaPx, kernels);
  const there = blurred(coverage, 1, region, sigmaPx, kernels);
  kernels.ratio(out, there, out);
  return { ...input, tone: out, coverage: there };
};

/** Gaussian, separable, of a standard deviation in mm, cut off at three of them. */
export const blur = defineStep({
  kind: 'blur',
  version: 1,
  title: 'Blur',
  family: 'edge',
  purpose: 'Out of focus: detail runs together.',
  words: 'soft gaussian out of focus smooth',
  dials: { radius: length({ title: 'Radius', min: 0, max: 8, default: 0.3, more: 'softer' }) },
  takes: 'any',
  gives: 'same',
  amount: 'mix',
  reach: ({ radius }) => 3 * radius,
  locality: 'local',
  draft: { behaviour: 'same' },
  summary: ({ radius }) => `${Number(radius.toFixed(2))} mm`,
  *apply(input, { radius }, at, kernels) {
    const sigma = radius * at.pxPerMm;
    yield;
    if (sigma < LEAST_SIGMA) return input;
    if (input.kind === 'tone') return blurredTone(input, sigma, kernels);
    if (input.kind === 'ink') return { ...input, coverage: blurred(input.coverage, 1, input.region, sigma, kernels) };
    return { ...input, data: blurred(input.data, 4, input.region, sigma, kernels) };
  },
});
