import { coverageNode } from '../nodes/plane-nodes';
import { rendered, scoped } from '../nodes/node';
import { READ_TILE } from '../nodes/statistics-node';
import { ONE } from '../raster/raster';
import { tilesOf } from '../raster/region';
import { planPieces } from '../render/regions';
import { passesOf } from '../sheet/walk';
import type { Pass, Sheet } from '../sheet/model';
import { figured, NOTHING_TO_CHECK, type Check } from './declare';

const lettering = (sheet: Sheet): Pass[] => [...passesOf(sheet.passes)].filter(({ on, source }) => on && source.kind === 'type');

/** How far lettering stays from where the sheet is cut. */
export const nearTrim: Check = {
  title: 'Nearest to the trim',
  wants: ({ sheet, analysis }, work) =>
    lettering(sheet).flatMap(({ id }) => {
      const node = analysis.sources.get(id);
      return node ? planPieces(node, analysis.region, work) : [];
    }),
  *run({ sheet, profile, analysis }, work) {
    const { pxPerMm } = analysis.scale;
    const found: { pass: Pass; left: number; top: number; right: number; bottom: number }[] = [];
    for (const pass of lettering(sheet)) {
      const source = analysis.sources.get(pass.id);
      if (!source) continue;
      const node = coverageNode(source);
      let [left, top, right, bottom] = [Infinity, Infinity, -1, -1];
      for (const tile of tilesOf(analysis.region, READ_TILE)) {
        yield* scoped(work, function* (inside) {
          const { tone } = yield* rendered(node, tile, inside);
          for (let i = 0; i < tone.length; i++) {
            if ((tone[i] as number) < ONE / 2) continue;
            const [x, y] = [tile.x + (i % tile.width), tile.y + Math.floor(i / tile.width)];
            [left, top, right, bottom] = [Math.min(left, x), Math.min(top, y), Math.max(right, x + 1), Math.max(bottom, y + 1)];
          }
        });
      }
      if (right > 0)
        found.push({
          pass,
          left: left / pxPerMm,
          top: top / pxPerMm,
          right: sheet.size.width - right / pxPerMm,
          bottom: sheet.size.height - bottom / pxPerMm,
        });
    }
    if (found.length === 0 || profile.trim === 0) return NOTHING_TO_CHECK;
    const nearest = (each: (typeof found)[number]): number => Math.min(each.left, each.top, each.right, each.bottom);
    // A pixel of the analysis is a millimetre or less: what is that near is as it should be.
    const near = found.filter((each) => nearest(each) < profile.trim - 1 / pxPerMm);
    const first = found.reduce((one, two) => (nearest(two) < nearest(one) ? two : one));
    const within = (low: number, high: number): number =>
      low < profile.trim ? profile.trim - low : high < profile.trim ? high - profile.trim : 0;
    return {
      figure: near.length > 0 ? null : `${first.pass.name}, ${figured(nearest(first), 0)} mm`,
      findings: near.map((each) => ({
        title: `“${each.pass.name}” comes within ${figured(Math.max(0, nearest(each)))} mm of the trim`,
        detail: `${profile.trim} mm are the least for ${profile.title}.`,
        pass: each.pass.id,
        place: null,
        mend:
          each.left + each.right < 2 * profile.trim || each.top + each.bottom < 2 * profile.trim
            ? null
            : {
                words: 'Move it inwards',
                change: { kind: 'place', pass: each.pass.id, right: within(each.left, each.right), down: within(each.top, each.bottom) },
              },
      })),
    };
  },
};
