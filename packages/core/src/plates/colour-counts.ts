import { HALF } from '../raster/raster';
import { convertNode } from '../nodes/convert-node';
import type { Graph } from '../render/compile/graph';
import type { Node, Rendering, Work } from '../nodes/node';
import { wholeRegion } from '../render/scale';
import { readInTiles } from '../nodes/statistics-node';
import { isWhole, type Pass, type Sheet } from '../sheet/model';
import { passesOf } from '../sheet/walk';

/** Colours that are counted at most. */
export const MOST_COLOURS = 5000;
/** Most colours that a print of few inks has. */
const FEW_COLOURS = 16;

const CONTINUOUS: ReadonlySet<string> = new Set(['picture', 'ramp', 'surface']);

/** Passes that print colours, not ink, though every pixel of theirs is to be all or nothing. */
export const unscreened = (sheet: Sheet, graph: Graph): Pass[] =>
  [...passesOf(sheet.passes)].filter((pass) => {
    const isHard = isWhole(pass.edges ?? sheet.edges);
    const kind = graph.printed.get(pass.id)?.kind;
    return pass.on && isHard && CONTINUOUS.has(pass.source.kind) && (kind === 'colour' || kind === 'tone');
  });

/** A premultiplied channel as 8 bits of the colour itself. */
const code = (value: number, alpha: number): number => Math.min(255, Math.floor((value / alpha) * 255 + 0.5));

/** How many colours each of those prints, where they are more than a few; at most MOST_COLOURS. */
export function* colourCounts(sheet: Sheet, graph: Graph, work: Work): Rendering<Readonly<Record<string, number>>> {
  const counts: Record<string, number> = {};
  for (const { id } of unscreened(sheet, graph)) {
    const colours = new Set<number>();
    const node = convertNode(graph.printed.get(id) as Node, 'colour');
    yield* readInTiles(node, wholeRegion(graph.scale), work, ({ data }) => {
      for (let i = 0; i < data.length && colours.size < MOST_COLOURS; i += 4) {
        const alpha = data[i + 3] as number;
        if (alpha < HALF) continue;
        const [r, g, b] = [0, 1, 2].map((c) => code(data[i + c] as number, alpha)) as [number, number, number];
        colours.add((r << 16) | (g << 8) | b);
      }
    });
    if (colours.size > FEW_COLOURS) counts[id] = colours.size;
  }
  return counts;
}
