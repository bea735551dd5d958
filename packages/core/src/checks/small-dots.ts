import { coverageNode } from '../nodes/plane-nodes';
import { rendered, scoped, type Node, type Rendering, type Work } from '../nodes/node';
import { componentsOf } from '../raster/components';
import { ONE, type Region } from '../raster/raster';
import { overlap } from '../raster/region';
import { screensUsed } from '../plates/moire';
import { planWhole } from '../render/regions';
import { findPass } from '../sheet/walk';
import { figured, NOTHING_TO_CHECK, percent, type Check, type CheckAt, type FoundPlace, type Outcome } from './declare';
import { filled } from '../units/filled';

/** Places that are looked at across and down the sheet, and the side of each: CELLS cells of the screen, within LEAST_PX … MOST_PX pixels. */
const [ACROSS, DOWN, CELLS, MOST_PX, LEAST_PX] = [4, 4, 12, 384, 64];
/** By how many pixels dots of one size differ in diameter on the grid. */
const GRID = 0.5;
/** A share of a pass's dots under which too small ones are not worth a word. */
const WORTH = 0.01;

/** Where a screen is looked at, pixels of the print. */
const windowsOf = ({ sheet, whole }: CheckAt, lpi: number): Region[] => {
  const side = Math.round(Math.max(LEAST_PX, Math.min(MOST_PX, (CELLS * sheet.ppi) / lpi)));
  const { width, height } = whole.region;
  return Array.from({ length: ACROSS * DOWN }, (_, i) => {
    const [x, y] = [((i % ACROSS) + 0.5) / ACROSS, (Math.floor(i / ACROSS) + 0.5) / DOWN];
    return overlap({ x: Math.round(x * width - side / 2), y: Math.round(y * height - side / 2), width: side, height: side }, whole.region);
  }).filter((region): region is Region => region !== null);
};

interface Counted {
  readonly all: number;
  readonly small: number;
}

/** Pieces of a plane that lie wholly within a region, and those of a smaller diameter than `px`. */
const counted = (set: Uint8Array, { width, height }: Region, px: number, neighbours: 4 | 8): Counted => {
  const { labels, count, boxes } = componentsOf(set, width, height, neighbours);
  const areas = new Int32Array(count + 1);
  for (const label of labels) areas[label] = (areas[label] as number) + 1;
  let [all, small] = [0, 0];
  for (let piece = 1; piece <= count; piece++) {
    const [left, top, right, bottom] = boxes.subarray(4 * piece, 4 * piece + 4) as unknown as [number, number, number, number];
    if (left === 0 || top === 0 || right === width - 1 || bottom === height - 1) continue;
    all++;
    // The diameter of a disc as large.
    if (2 * Math.sqrt((areas[piece] as number) / Math.PI) < px - GRID) small++;
  }
  return { all, small };
};

/** What is set of one place: 1 where at least half of a pixel is. */
interface Seen {
  readonly region: Region;
  readonly set: Uint8Array;
}

/** What one run of the checks has seen of each pass for a screen's frequency: dots and holes are looked for at the same places. */
const seenBy = new WeakMap<CheckAt, Map<string, readonly Seen[]>>();

/** What a pass prints at the places of a screen. */
function* seenOf(at: CheckAt, pass: string, lpi: number, work: Work): Rendering<readonly Seen[]> {
  const passes = seenBy.get(at) ?? new Map<string, readonly Seen[]>();
  seenBy.set(at, passes);
  const name = `${pass} ${lpi}`;
  const known = passes.get(name);
  if (known) return known;
  const node = at.whole.printed.get(pass);
  const seen: Seen[] = [];
  for (const region of node ? windowsOf(at, lpi) : []) {
    const set = yield* scoped(work, function* (inside) {
      const { tone } = yield* rendered(coverageNode(node as Node), region, inside);
      return filled(new Uint8Array(tone.length), (i) => Number((tone[i] as number) >= ONE / 2));
    });
    seen.push({ region, set });
    yield;
  }
  passes.set(name, seen);
  return seen;
}

/** Counts the pieces of each screened pass, set or bare, and says which of them are too small. */
function* looked(at: CheckAt, work: Work, smallest: number, isHole: boolean): Rendering<Outcome> {
  const { sheet, whole } = at;
  const { pxPerMm } = whole.scale;
  const screens = screensUsed(sheet);
  if (screens.length === 0 || smallest === 0) return NOTHING_TO_CHECK;
  const findings: Outcome['findings'][number][] = [];
  for (const { pass, passName, step, lpi } of screens) {
    let [all, small, worst] = [0, 0, 0];
    let place: FoundPlace | null = null;
    for (const { region, set } of yield* seenOf(at, pass, lpi, work)) {
      const pieces = isHole ? set.map((there) => 1 - there) : set;
      const found = counted(pieces, region, smallest * pxPerMm, isHole ? 4 : 8);
      yield;
      all += found.all;
      small += found.small;
      if (found.small <= worst) continue;
      worst = found.small;
      place = { x: region.x / pxPerMm, y: region.y / pxPerMm, width: region.width / pxPerMm, height: region.height / pxPerMm };
    }
    if (all === 0 || small / all < WORTH) continue;
    const hasSmallest = findPass(sheet, pass)?.steps.find(({ id }) => id === step)?.kind === 'screen';
    const words = isHole ? `Holes under ${figured(smallest, 2)} mm will fill` : `Dots under ${figured(smallest, 2)} mm will not hold`;
    findings.push({
      title: words,
      detail: `${percent(small / all)} of the ${isHole ? 'holes' : 'dots'} of “${passName}”.`,
      pass,
      place,
      mend:
        isHole || !hasSmallest
          ? null
          : { words: `Smallest dot ${figured(smallest, 2)} mm`, change: { kind: 'step', pass, step, params: { smallestDot: smallest } } },
    });
  }
  return { findings, figure: findings.length > 0 ? null : `none under ${figured(smallest, 2)} mm` };
}

const wants: Check['wants'] = (at, work) =>
  screensUsed(at.sheet).flatMap(({ pass, lpi }) => {
    const node = at.whole.printed.get(pass);
    return node ? windowsOf(at, lpi).flatMap((region) => planWhole(node, region, work)) : [];
  });

/** Dots that are too small to be printed, looked for at sixteen places. */
export const smallDots: Check = { title: 'Smallest dots', wants, run: (at, work) => looked(at, work, at.profile.smallestDot, false) };

/** Holes that fill with ink. */
export const smallHoles: Check = { title: 'Smallest holes', wants, run: (at, work) => looked(at, work, at.profile.smallestHole, true) };
