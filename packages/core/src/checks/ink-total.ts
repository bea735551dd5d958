import { rendered, scoped } from '../nodes/node';
import type { Plane } from '../nodes/plane-nodes';
import { READ_TILE } from '../nodes/statistics-node';
import { ONE } from '../raster/raster';
import { tilesOf } from '../raster/region';
import { sheetPlates } from '../plates/plate-nodes';
import { planPieces } from '../render/regions';
import { NOTHING_TO_CHECK, percent, type Check, type CheckAt } from './declare';

/** Side of the places that are looked at, pixels of the analysis: its means are of tones, without dots. */
const SIDE = 4;

const platesOf = ({ sheet, analysis }: CheckAt): Plane[] => [...sheetPlates(sheet, analysis).inks.values()];

/** How much ink lies at most at one place, all inks together. */
export const inkTotal: Check = {
  title: 'Ink, most at one place',
  wants: (at, work) => platesOf(at).flatMap((plane) => planPieces(plane, at.analysis.region, work)),
  *run(at, work) {
    const { analysis, profile } = at;
    const planes = platesOf(at);
    if (planes.length === 0) return NOTHING_TO_CHECK;
    let [most, mostX, mostY] = [0, 0, 0];
    for (const tile of tilesOf(analysis.region, READ_TILE)) {
      yield* scoped(work, function* (inside) {
        const across = Math.floor(tile.width / SIDE);
        const sums = new Float64Array(across * Math.floor(tile.height / SIDE));
        for (const plane of planes) {
          const { tone } = yield* rendered(plane, tile, inside);
          for (let y = 0; y < Math.floor(tile.height / SIDE) * SIDE; y++) {
            for (let x = 0; x < across * SIDE; x++) {
              const place = Math.floor(y / SIDE) * across + Math.floor(x / SIDE);
              sums[place] = (sums[place] as number) + (tone[y * tile.width + x] as number);
            }
          }
        }
        for (let i = 0; i < sums.length; i++) {
          const total = (sums[i] as number) / (SIDE * SIDE * ONE);
          if (total <= most) continue;
          [most, mostX, mostY] = [total, tile.x + (i % across) * SIDE, tile.y + Math.floor(i / across) * SIDE];
        }
      });
    }
    const { pxPerMm } = analysis.scale;
    const [side, limit] = [SIDE / pxPerMm, profile.inkLimit];
    if (most <= limit + 0.005) return { findings: [], figure: `${percent(most)}, limit ${percent(limit)}` };
    const finding = {
      title: `${percent(most)} ink at one place`,
      detail: `${profile.title} takes at most ${percent(limit)} of all inks together.`,
      pass: null,
      place: { x: mostX / pxPerMm, y: mostY / pxPerMm, width: side, height: side },
      mend: null,
    };
    return { findings: [finding], figure: null };
  },
};
