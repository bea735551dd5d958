import { stepOfKind } from '../catalogue/steps';
import { upgradedStep } from '../catalogue/upgraded';
import { rendered, scoped, type PlanWork, type Rendering, type Work } from '../nodes/node';
import { planPieces, planReading } from '../render/regions';
import { stepName, type Graph } from '../render/compile/graph';
import { statisticsOf } from '../nodes/statistics-node';
import { ONE, sizeOf, type Region } from '../raster/raster';
import type { TileName } from '../raster/source-tiles';
import type { TypePass } from '../sheet/outlined';
import type { Step } from '../sheet/model';
import { lettersOf } from '../sources/type';
import { meanTone } from '../steps/statistics';
import { displace, mapRead, waysOfMap, type Way } from '../steps/warp/displace';
import type { Contour } from '../type/outline';
import { blockOf } from './outline-readings';

/** The letter that a displacement bends most: by how much its parts move against one another, as a share of its height. */
export interface BentLetter {
  readonly letter: string;
  readonly bent: number;
}

/** Up to about this letters stay letters; from an eighth on parts of them break off. By trial, in a narrow face and a broad one. */
export const MOST_BENT = 0.09;

/** How far, as a standard deviation of both ways together, px, the parts of a region move against one another. */
const apartOver = ({ x, y, across, down }: ReturnType<typeof waysOfMap>): number => {
  const variance = (plane: Int16Array): number => {
    let [sum, squares] = [0, 0];
    for (const v of plane) {
      sum += v;
      squares += v * v;
    }
    return Math.max(0, squares / plane.length - (sum / plane.length) ** 2);
  };
  const by = 1 / ONE / 256;
  return Math.sqrt(variance(x) * (across * by) ** 2 + variance(y) * (down * by) ** 2);
};

const boxOf = (contours: readonly Contour[]): Region | null => {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const contour of contours) {
    for (let i = 0; i < contour.length; i += 2) {
      const [x, y] = [contour[i] as number, contour[i + 1] as number];
      [left, top, right, bottom] = [Math.min(left, x), Math.min(top, y), Math.max(right, x), Math.max(bottom, y)];
    }
  }
  if (!(right > left && bottom > top)) return null;
  return { x: Math.floor(left), y: Math.floor(top), width: Math.ceil(right - left) + 1, height: Math.ceil(bottom - top) + 1 };
};

/** What looks at how far a displacement bends the letters of its pass. */
export interface BentReading {
  readonly wants: (work: PlanWork) => TileName[];
  readonly run: (work: Work) => Rendering<BentLetter | null>;
}

/** Null for a step that is no displacement at work. */
export const bentReading = (pass: TypePass, written: Step, graph: Graph): BentReading | null => {
  const step = upgradedStep(written);
  const found = graph.maps.get(stepName(pass.id, step.id));
  if (step.kind !== displace.kind || !step.on || !found?.tones) return null;
  const { map, tones } = found;
  const { pxPerMm } = graph.scale;
  const params = stepOfKind(step.kind)?.scaled?.(step.params, step.amount) as unknown as Way;
  const { x, y, width, height } = blockOf(pass);
  const block: Region = {
    x: Math.floor(x * pxPerMm),
    y: Math.floor(y * pxPerMm),
    width: Math.ceil(width * pxPerMm) + 1,
    height: Math.ceil(height * pxPerMm) + 1,
  };
  return {
    wants: (work) => [...planReading(tones, work), ...planPieces(map, mapRead(params, block, pxPerMm), work)],
    *run(work) {
      if (!work.type) return null;
      const mean = Math.round(meanTone(yield* statisticsOf(tones, work)) * ONE);
      let worst: BentLetter | null = null;
      for (const { letter, contours } of lettersOf(pass.source, work.type.face(pass.source.font), pass.placement, pxPerMm)) {
        const box = boxOf(contours);
        if (!box || sizeOf(box) < 4) continue;
        const bent = yield* scoped(work, function* (inside) {
          const light = yield* rendered(map, mapRead(params, box, pxPerMm), inside);
          return apartOver(waysOfMap(params, light, mean, box, pxPerMm, inside.kernels.arena)) / box.height;
        });
        if (bent > (worst?.bent ?? -1)) worst = { letter, bent };
      }
      return worst;
    },
  };
};
