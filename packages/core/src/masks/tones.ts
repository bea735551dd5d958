import { length, share } from '../fields/dials';
import { convertNode } from '../nodes/convert-node';
import { takenNode } from '../nodes/plane-nodes';
import { MOST_EDGE } from '../sheet/model';
import { toneTable } from '../steps/tone/table';
import type { MaskDeclaration, MaskOf } from './declare';
import { cleanedNode } from './mask-nodes';

/** Longest passage beyond either end, as a share of the tones, at a softness of 1. */
const LONGEST_PASSAGE = 0.5;

const DIALS = {
  from: share({ title: 'From tone', default: 0, more: 'the darkest tones are left out' }),
  to: share({ title: 'To tone', default: 0.5, more: 'lighter tones count too' }),
  softness: share({ title: 'Softness', default: 0.1, more: 'a longer passage beyond either end' }),
  smallest: length({ title: 'Smallest patch', min: 0, max: MOST_EDGE, default: 0, wide: true, more: 'larger patches are left out' }),
};
const PARTS = {};

/** Where the pass's source, before its steps, is as dark or light as asked: tones 0 (black) … 1 (white), either end first. */
export type TonesMask = MaskOf<'tones', typeof DIALS, typeof PARTS>;
declare module '../sheet/model' {
  interface MaskKinds {
    readonly tones: TonesMask;
  }
}

/** How much a tone shows: all of it between the ends, less and less over the passage beyond them. */
const shown = (tone: number, { from, to, softness }: Pick<TonesMask, 'from' | 'to' | 'softness'>): number => {
  const beyond = Math.max(Math.min(from, to) - tone, tone - Math.max(from, to));
  if (beyond <= 0) return 1;
  return softness > 0 ? Math.max(0, 1 - beyond / (softness * LONGEST_PASSAGE)) : 0;
};

const percent = (value: number): number => Math.floor(100 * value + 0.5);

export const tones: MaskDeclaration<TonesMask> = {
  kind: 'tones',
  title: 'Pick by tone',
  purpose: 'Shows where the picture, before its steps, is as dark or light as you say.',
  words: 'darks lights shadows highlights luminosity range remove white ground',
  dials: DIALS,
  parts: PARTS,
  begins: {},
  follows: 'sheet',
  plane({ from, to, softness, smallest }, { source, pxPerMm }) {
    if (!source) return null;
    const dials = { from, to, softness };
    const table = toneTable((tone) => shown(tone, dials));
    return cleanedNode(takenNode(convertNode(convertNode(source, 'colour'), 'tone'), table, { tones: dials }), smallest, 0, pxPerMm);
  },
  inWords: ({ from, to }) => `${percent(Math.min(from, to))} … ${percent(Math.max(from, to))} % of white`,
};
