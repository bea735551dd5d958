import type { InkChoice } from '../raster/convert';
import type { Kernels } from '../raster/kernels';
import { ONE, sizeOf, type InkRaster, type ToneRaster } from '../raster/raster';
import { crop, grow } from '../raster/region';
import { isBlank, uniformPlane } from '../raster/uniform';
import { keyOf } from '../nodes/key';
import { rendered, wantOnce, type Node, type Rendering, type Work } from '../nodes/node';
import { boundsAs } from '../nodes/convert-node';
import type { CoarseWish, StepAt } from '../steps/declare';
import { callKey, knownAt, wantKnown, type StepCall } from './step-node';
import { Latest } from '../units/latest';
import { filled } from '../units/filled';

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
const measured = new Latest<string, Int16Array>(64);

const wishesOf = ({ declaration, params }: StepCall): readonly CoarseWish[] => declaration.coarse?.(params) ?? [];

/** A piece's coverage or greys, which stand for its coarse grids. */
const asTone = (piece: ToneRaster | InkRaster): ToneRaster =>
  piece.kind === 'ink' ? { kind: 'tone', region: piece.region, tone: piece.coverage, coverage: null } : piece;
const throughTable = (piece: ToneRaster | InkRaster, table: Int16Array): ToneRaster => {
  const tone = asTone(piece);
  return { ...tone, tone: tone.tone.map((v) => table[v] as number) };
};

function* applied<I extends ToneRaster | InkRaster, O>(
  call: StepCall,
  known: StepAt,
  input: I,
  pxPerMm: number,
  kernels: Kernels,
): Generator<void, O, void> {
  const apply = call.declaration.apply as unknown as (...given: unknown[]) => Generator<void, O, void>;
  const at = {
    ...known,
    pxPerMm,
    wanted: input.region,
    edges: 'smooth' as const,
    coarse: wishesOf(call).map(({ through }) => ({ shift: 0, tone: through ? throughTable(input, through.table) : asTone(input) })),
  };
  return yield* apply(input, call.params, at, kernels);
}

/** Mean ink for each tone of the screen and what follows it, from pieces of flat tone at a size that shows the dots. */
function* measure({ screen, since }: CurveCalls, structureMm: number, work: Work): Rendering<Int16Array> {
  const { kernels } = work;
  const known: StepAt[] = [];
  for (const call of since) known.push(yield* knownAt(call, work));
  const pxPerMm = CELL_PX / structureMm;
  const side = CELLS * CELL_PX;
  const region = { x: 0, y: 0, width: side, height: side };
  const reaches = [screen, ...since].map((call) => {
    // The grids of a flat tone are as flat, however far they are looked at.
    const wished = call === screen ? [] : wishesOf(call).map(({ reach }) => reach);
    return Math.ceil((call.declaration.reach(call.params) + Math.max(0, ...wished)) * pxPerMm);
  });
  const margin = reaches.reduce((sum, reach) => sum + reach, 0);
  const wide = grow(region, margin);
  const means: number[] = [];
  for (let i = 0; i <= TONES; i++) {
    const mark = kernels.arena.mark();
    const tone = uniformPlane(sizeOf(wide), Math.floor((i * ONE) / TONES + 0.5));
    const flat: ToneRaster = { kind: 'tone', region: wide, tone, coverage: null };
    let ink = yield* applied<ToneRaster, InkRaster>(screen, screen.at, flat, pxPerMm, kernels);
    for (const [n, call] of since.entries()) ink = yield* applied<InkRaster, InkRaster>(call, known[n] as StepAt, ink, pxPerMm, kernels);
    means.push(kernels.sum(crop(ink.coverage, wide, region, kernels.arena)) / sizeOf(region));
    kernels.arena.release(mark);
    yield;
  }
  return filled(new Int16Array(ONE + 1), (tone) => {
    const at = (tone * TONES) / ONE;
    const i = Math.min(TONES - 1, Math.floor(at));
    const [from, to] = [means[i] as number, means[i + 1] as number];
    return Math.floor(from + (to - from) * (at - i) + 0.5);
  });
}

function* curveOf(calls: CurveCalls, key: string, work: Work): Rendering<Int16Array> {
  const known = measured.get(key);
  if (known) return known;
  const { draft } = calls.screen.declaration;
  if (draft.behaviour !== 'curve') throw new Error(`step ${calls.screen.declaration.kind} has no draft curve`);
  const curve =
    calls.since.length === 0
      ? draft.curve(calls.screen.params, calls.screen.at)
      : yield* measure(calls, draft.structure(calls.screen.params), work);
  return measured.put(key, curve);
}

/** A screen's ink by its measured curve, where the rendering is too small for its dots. */
export const curveNode = (calls: CurveCalls): Node<'ink'> => {
  const { input, screen, ink, since } = calls;
  const facts = [callKey(screen, null), ...since.map((call) => callKey(call, null))];
  // The same whatever tones go in: what decides it is the calls and, of some, the statistics they go by.
  const curveKey = keyOf(
    'curve of',
    [screen, ...since].map((call) => callKey({ ...call, coarse: [] }, null)),
    [],
  );
  return {
    key: keyOf('curve', [facts, ink], [input]),
    kind: 'ink',
    colour: ink.colour,
    ...boundsAs(input, 'ink', ink.colour),
    want(region, wants, work) {
      for (const call of since) wantKnown(call, wants, work);
      wantOnce(input, region, wants, work);
    },
    *render(region, work) {
      const { tone, coverage: there } = yield* rendered(input, region, work);
      if (there && isBlank(there)) return { kind: 'ink', region, coverage: there, colour: ink.colour };
      const coverage = work.kernels.arena.plane(tone.length);
      work.kernels.table(tone, yield* curveOf(calls, curveKey, work), coverage);
      if (there) work.kernels.multiply(coverage, there, coverage);
      return { kind: 'ink', region, coverage, colour: ink.colour };
    },
  };
};
