import type { ShapeName } from '../raster/kernels';
import { ONE, sizeOf, type Raster, type Region } from '../raster/raster';
import { blankPlane, isBlank, isSolid, uniformValue } from '../raster/uniform';
import type { Kernels } from '../raster/kernels';
import type { Pass } from '../sheet/model';
import { cellLayout, screenGrid } from '../steps/screen/grid';
import { screenThresholds } from '../steps/screen/thresholds';
import { toneTable } from '../steps/tone/table';
import { cellMm } from '../units/length';
import { once } from '../units/remember';
import { keyOf } from '../nodes/key';
import { rendered, wantOnce, type Bounds, type Node } from '../nodes/node';
import { bareOf } from '../nodes/convert-node';
import { coveragePlane } from '../nodes/plane-nodes';

/** The dots that soft coverage becomes. */
export interface Dots {
  readonly shape: ShapeName;
  readonly lpi: number;
  readonly angle: number;
}

/** Where a pass has no screen of its own: fine enough to read as soft, coarse enough to hold on cloth. Common practice. */
export const SHEET_DOTS: Dots = { shape: 'round', lpi: 30, angle: 22.5 };

/** The dots of a pass's last screen, so that what is soft beside it belongs to it. */
export const dotsOf = ({ steps }: Pass): Dots => {
  const own = steps.filter(({ kind, on }) => kind === 'screen' && on).at(-1)?.params as Partial<Dots> | undefined;
  return {
    ...SHEET_DOTS,
    ...(own?.shape && { shape: own.shape }),
    ...(own?.lpi && { lpi: own.lpi }),
    ...(own?.angle !== undefined && { angle: own.angle }),
  };
};

const inkOfTone = once(() => toneTable((tone) => 1 - tone));

/** Coverage as dots: the same mean, every pixel all or nothing. */
const dotted = (coverage: Int16Array, region: Region, { shape, lpi, angle }: Dots, pxPerMm: number, kernels: Kernels): Int16Array => {
  const uniform = uniformValue(coverage);
  if (uniform === 0 || uniform === ONE) return coverage;
  const { arena } = kernels;
  const cellPx = cellMm(lpi) * pxPerMm;
  const thresholds = screenThresholds({ shape, cellPx, angleDeg: angle, edge: 0, cut: true, rough: false }, inkOfTone());
  const out = arena.plane(sizeOf(region));
  kernels.complement(coverage, ONE, out);
  kernels.screen(out, region, screenGrid(cellPx, angle, cellLayout(shape)), shape, thresholds, out);
  kernels.cut(out, out);
  return out;
};

/** A node with every pixel all or nothing: what is soft is there as dots, in its own colour. */
export const screenedNode = (input: Node, dots: Dots, pxPerMm: number): Node => {
  const bounds = input.bounds && {
    box: input.bounds.box,
    bare: bareOf(input.kind as 'colour', input.colour) as unknown as Bounds<never>['bare'],
  };
  return {
    key: keyOf('screened', [dots, pxPerMm], [input]),
    kind: input.kind,
    ...(input.colour ? { colour: input.colour } : {}),
    ...(bounds ? { bounds } : {}),
    want: (region, wants, work) => wantOnce(input, region, wants, work),
    *render(region, work) {
      const { kernels } = work;
      const raster = yield* rendered(input, region, work);
      if (raster.kind === 'index') throw new Error('an index plane has nothing soft');
      return wholeOf(raster, dotted(coveragePlane(raster, kernels), region, dots, pxPerMm, kernels), kernels);
    },
  };
};

/** A raster that is there where the dots are, and wholly there. */
const wholeOf = (raster: Exclude<Raster, { kind: 'index' }>, coverage: Int16Array, kernels: Kernels): Raster => {
  if (raster.kind === 'ink') return { ...raster, coverage };
  if (raster.kind === 'tone') return { ...raster, coverage };
  if (isBlank(coverage)) return { ...raster, data: blankPlane(raster.data.length) };
  if (isSolid(coverage)) return raster;
  const data = kernels.arena.plane(raster.data.length);
  kernels.mix(blankPlane(data.length), raster.data, 4, ONE, coverage, data);
  // Nothing is fainter than what is still there at all.
  kernels.cutColours(data, 1, data);
  return { ...raster, data };
};
