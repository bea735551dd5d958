import type { InkChoice } from '../raster/convert';
import type { Kernels } from '../raster/kernels';
import { cover } from '../raster/place';
import { ONE, type InkRaster, type ToneRaster } from '../raster/raster';
import { crop, grow } from '../raster/region';
import type { RasterWork } from '../steps/declare';
import { finish } from './drive';
import { keyOf } from './key';
import { rendered, wantOnce, type Node } from './node';
import { callKey, type StepCall } from './nodes';

/** A screen that is shown by its curve, and the steps on its ink since, which are folded into that curve. */
export interface CurveCalls {
  readonly input: Node<'tone'>;
  readonly screen: StepCall;
  readonly ink: InkChoice;
  readonly since: readonly StepCall[];
}

/** The piece that a folded curve is measured on: its cells across, how many pixels each has, and how many tones. */
const CELLS = 4;
const CELL_PX = 24;
const TONES = 24;

/** Curves measured lately, by the calls they stand for. */
const measured = new Map<string, Int16Array>();
const KEPT = 64;

const applied = <I, O>(call: StepCall, input: I, pxPerMm: number, kernels: Kernels): O => {
  const apply = call.declaration.apply as unknown as (...given: unknown[]) => ReturnType<RasterWork<unknown, 'any', 'same'>>;
  const at = { ...call.at, pxPerMm, edges: 'smooth' as const };
  return finish(apply(input, call.params, at, kernels)) as unknown as O;
};

/** Mean ink for each tone of the screen and what follows it, from pieces of flat tone at a size that shows the dots. */
const measure = ({ screen, since }: CurveCalls, structureMm: number, kernels: Kernels): Int16Array => {
  const pxPerMm = CELL_PX / structureMm;
  const side = CELLS * CELL_PX;
  const region = { x: 0, y: 0, width: side, height: side };
  const reaches = since.map((call) => Math.ceil(call.declaration.reach(call.params) * pxPerMm));
  const margin = reaches.reduce((sum, reach) => sum + reach, 0);
  const wide = grow(region, margin);
  const means = Array.from({ length: TONES + 1 }, (_, i) => {
    const tone = new Int16Array(wide.width * wide.height).fill(Math.floor((i * ONE) / TONES + 0.5));
    const flat: ToneRaster = { kind: 'tone', region: wide, tone, coverage: null };
    let ink = applied<ToneRaster, InkRaster>(screen, flat, pxPerMm, kernels);
    for (const call of since) ink = applied<InkRaster, InkRaster>(call, ink, pxPerMm, kernels);
    const inner = crop(ink.coverage, wide, region);
    return inner.reduce((sum, v) => sum + v, 0) / inner.length;
  });
  return Int16Array.from({ length: ONE + 1 }, (_, tone) => {
    const at = (tone * TONES) / ONE;
    const i = Math.min(TONES - 1, Math.floor(at));
    const [from, to] = [means[i] as number, means[i + 1] as number];
    return Math.floor(from + (to - from) * (at - i) + 0.5);
  });
};

const curveOf = (calls: CurveCalls, key: string, kernels: Kernels): Int16Array => {
  const { draft } = calls.screen.declaration;
  if (draft.behaviour !== 'curve') throw new Error(`step ${calls.screen.declaration.kind} has no draft curve`);
  if (calls.since.length === 0) return draft.curve(calls.screen.params, calls.screen.at);
  const known = measured.get(key);
  if (known) return known;
  const curve = measure(calls, draft.structure(calls.screen.params), kernels);
  measured.set(key, curve);
  for (const oldest of measured.keys()) if (measured.size > KEPT) measured.delete(oldest);
  return curve;
};

/** A screen's ink by its measured curve, where the rendering is too small for its dots. */
export const curveNode = (calls: CurveCalls): Node<'ink'> => {
  const { input, screen, ink, since } = calls;
  const facts = [callKey(screen, null), ...since.map((call) => callKey(call, null))];
  const curveKey = keyOf('curve of', facts, []);
  return {
    key: keyOf('curve', [facts, ink], [input]),
    kind: 'ink',
    kept: true,
    want: (region, wants, work) => wantOnce(input, region, wants, work),
    *render(region, work) {
      const { tone, coverage: there } = yield* rendered(input, region, work);
      const coverage = new Int16Array(tone.length);
      work.kernels.table(tone, curveOf(calls, curveKey, work.kernels), coverage);
      if (there) cover(coverage, 1, there);
      return { kind: 'ink', region, coverage, colour: ink.colour };
    },
  };
};
