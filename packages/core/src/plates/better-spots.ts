import { ONE } from '../raster/raster';
import { compile } from '../render/compile/compile';
import { wearName, type InfoOf, type SheetOf } from '../render/compile/graph';
import { rendered, scoped, type Node, type Rendering, type Work } from '../nodes/node';
import { edgedNode } from '../masks/mask-nodes';
import { coverageNode, coveragePlane } from '../nodes/plane-nodes';
import { wholeRegion, type Scale } from '../render/scale';
import type { Placement, Sheet } from '../sheet/model';
import type { TextureWear } from '../wears/texture';
import { isOutlined, outlineBand } from '../sheet/outlined';
import { findPass, passesOf, withPass } from '../sheet/walk';

/** A place for a wear: how much lettering is lost there, and how much it takes of everything, as shares. */
export interface Spot {
  readonly placement: Placement;
  readonly lettering: number;
  readonly taken: number;
}

/** Long side of the renderings that spots are compared on. */
const SIDE = 320;
/** Turns, and steps of the texture's own size each way, that are tried. */
const TURNS = [0, 90, 180, 270];
const STEPS = [0, 0.25, 0.5, 0.75];
/** Spots that take much more or less than the wear does now are no fair exchange. */
const EQUAL = 0.2;

const spotScale = ({ width, height }: Sheet['size']): Scale => {
  const pxPerMm = SIDE / Math.max(width, height);
  return { width: Math.max(1, Math.round(width * pxPerMm)), height: Math.max(1, Math.round(height * pxPerMm)), pxPerMm, curves: 'always' };
};

const isTexture = (wear: { readonly kind: string }): wear is TextureWear => wear.kind === 'texture';

/** Turns and offsets of a wear to be compared: where it is now first. */
const placesOf = (now: Placement): Placement[] =>
  TURNS.flatMap((turn) =>
    STEPS.flatMap((across) =>
      STEPS.map((down) => ({ ...now, turn: now.turn + turn, x: now.x + across * now.width, y: now.y + down * now.height })),
    ),
  );

interface Trial {
  readonly placement: Placement;
  readonly taken: Node<'tone'>;
}

/** A search prepared: what it reads, and the search itself. */
export interface SpotSearch {
  readonly nodes: readonly Node[];
  readonly region: ReturnType<typeof wholeRegion>;
  readonly run: (work: Work) => Rendering<Spot[]>;
}

/** Other turns and offsets of a wear at about equal wear, those that lose least lettering first. */
export const betterSpots = (sheet: Sheet, passId: string, wearId: string, infoOf: InfoOf, sheetOf: SheetOf, count = 5): SpotSearch => {
  const scale = spotScale(sheet.size);
  const region = wholeRegion(scale);
  const wear = findPass(sheet, passId)?.wear.find((each) => each.id === wearId);
  const moved = (placement: Placement): Sheet =>
    withPass(sheet, passId, (pass) => ({
      ...pass,
      wear: pass.wear.map((each) => (each.id === wearId && isTexture(each) ? { ...each, on: true, placement } : each)),
    }));
  const graphAt = (placement: Placement) => compile(moved(placement), scale, infoOf, sheetOf);
  const places = wear && isTexture(wear) ? placesOf(wear.placement) : [];
  const trials = places.flatMap((placement): Trial[] => {
    const wearing = graphAt(placement).wears.get(wearName(passId, wearId));
    return wearing ? [{ placement, taken: wearing.taken }] : [];
  });
  const now = places[0] && graphAt(places[0]);
  const from = now?.wears.get(wearName(passId, wearId))?.from;
  const letters = [...passesOf(sheet.passes)].flatMap((pass) => {
    const own = pass.on && pass.source.kind === 'type' ? now?.passes.get(pass.id) : undefined;
    if (!own) return [];
    const there = coverageNode(own);
    // Where the outline is what counts, what is taken beside it counts, too.
    const grow = isOutlined(sheet, pass) ? Math.max(outlineBand(pass), 1 / scale.pxPerMm) : 0;
    return [edgedNode(there, { grow, feather: 0 }, scale.pxPerMm)];
  });
  return {
    region,
    nodes: [...trials.map(({ taken }) => taken), ...letters, ...(from ? [from] : [])],
    *run(work) {
      if (!from) return [];
      return yield* scoped(work, function* (inside) {
        const { kernels } = inside;
        const printed = coveragePlane(yield* rendered(from, region, inside), kernels);
        const lettering = kernels.arena.plane(printed.length).fill(0);
        for (const node of letters) {
          const plane = (yield* rendered(node, region, inside)).tone;
          for (let i = 0; i < plane.length; i++) lettering[i] = Math.max(lettering[i] as number, plane[i] as number);
        }
        const shareOf = (taken: Int16Array, weights: Int16Array): number => {
          const whole = kernels.sum(weights);
          return whole > 0 ? kernels.dot(taken, weights) / ONE / whole : 0;
        };
        const spots: Spot[] = [];
        for (const { placement, taken } of trials) {
          const tone = yield* scoped(inside, function* (within) {
            const plane = (yield* rendered(taken, region, within)).tone;
            return { lettering: shareOf(plane, lettering), taken: shareOf(plane, printed) };
          });
          spots.push({ placement, ...tone });
        }
        return bestOf(spots, count);
      });
    },
  };
};

const bestOf = (spots: readonly Spot[], count: number): Spot[] => {
  const [now, ...others] = spots;
  if (!now) return [];
  const fair = others.filter(({ taken }) => Math.abs(taken - now.taken) <= EQUAL * now.taken);
  return fair
    .filter(({ lettering }) => lettering < now.lettering)
    .sort((a, b) => a.lettering - b.lettering)
    .slice(0, count);
};
