import type { SourcePatch } from '../raster/kernels';
import { filterAxis } from '../raster/filter';
import { boxAffine, boxBounds, boxCoverage, patchArea, type Sampling } from '../raster/place';
import { sizeOf, type ColourRaster, type Region } from '../raster/raster';
import { overlap } from '../raster/region';
import type { PatchArea } from '../raster/source-patch';
import { blankPlane } from '../raster/uniform';
import type { Placement, Size } from '../sheet/model';
import { keyOf } from '../nodes/key';
import { rendered, scoped, wantOnce, type Node } from '../nodes/node';
import { sampled, sampledBlocks } from '../nodes/sampling';

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
  return {
    key: keyOf('sheet', { placement, pxPerMm, print }, [root]),
    kind: 'colour',
    keeping: 'dear',
    bounds: { box: boxBounds(placement, pxPerMm), bare: (region) => ({ kind: 'colour', region, data: blankPlane(4 * sizeOf(region)) }) },
    want(region, wants, work) {
      for (const block of sampledBlocks(sampling, region)) {
        const inside = overlap(patchArea(sampling, block), whole);
        if (inside) wantOnce(root, inside, wants, work);
      }
    },
    *render(region, work) {
      const { arena, weigh } = work.kernels;
      const data = yield* sampled(sampling, region, 4, work, function* (area): Generator<void, SourcePatch, void> {
        const values = arena.plane(4 * area.width * area.height).fill(0);
        const inside = overlap({ ...area }, whole);
        if (inside) {
          yield* scoped(work, function* (within) {
            holdEdges(yield* rendered(root, inside, within), area, values);
          });
        }
        return { x: area.x, y: area.y, width: area.width, height: area.height, channels: 4, data: values };
      });
      const coverage = boxCoverage(placement, pxPerMm, region, arena);
      if (!coverage) return { kind: 'colour', region, data };
      const covered = arena.plane(data.length);
      weigh(data, coverage, covered);
      return { kind: 'colour', region, data: covered };
    },
  };
};
