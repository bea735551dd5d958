import { convert, type InkChoice } from '../raster/convert';
import { sizeOf, type RasterOf, type Region } from '../raster/raster';
import { blankPlane } from '../raster/uniform';
import { keyOf } from './key';
import { rendered, wantOnce, type Bounds, type Node, type Work } from './node';

type Kind = 'colour' | 'tone' | 'ink';

/** What a kind gives where there is nothing. */
export const bareOf = <K extends Kind>(kind: K, colour: InkChoice['colour'] = [0, 0, 0]): Bounds<K>['bare'] => {
  const make = (region: Region): RasterOf<Kind> => {
    const none = blankPlane(sizeOf(region));
    if (kind === 'colour') return { kind: 'colour', region, data: blankPlane(4 * sizeOf(region)) };
    return kind === 'tone' ? { kind: 'tone', region, tone: none, coverage: none } : { kind: 'ink', region, coverage: none, colour };
  };
  return make as Bounds<K>['bare'];
};

/** The bounds, known or late, of a node that lies in another's box, or in one made of it. */
export const boundsAs = <K extends Kind>(
  { bounds, lateBounds }: Node,
  kind: K,
  colour?: InkChoice['colour'],
  madeOf = (box: Region): Region => box,
): Pick<Node<K>, 'bounds' | 'lateBounds'> => {
  const bare = bareOf(kind, colour);
  if (bounds) return { bounds: { box: madeOf(bounds.box), bare } };
  if (!lateBounds) return {};
  const boxAt = (work: Work): Region | null => {
    const box = lateBounds.boxAt(work);
    return box && madeOf(box);
  };
  return { lateBounds: { boxAt, bare } };
};

/** A node's raster in another kind; the node itself where it is of that kind already. */
export const convertNode = <K extends Kind>(input: Node, kind: K, choice?: InkChoice): Node<K> => {
  if (input.kind === kind) return input as unknown as Node<K>;
  if (kind === 'tone' && input.asTone) return input.asTone() as unknown as Node<K>;
  const from = kind === 'ink' && input.asTone ? input.asTone() : input;
  return {
    key: keyOf('convert', { kind, choice }, [from]),
    kind,
    keeping: 'never',
    readingOf: from,
    ...(kind === 'ink' ? { colour: choice?.colour ?? [0, 0, 0] } : {}),
    ...boundsAs(from, kind, choice?.colour),
    want: (region, wants, work) => wantOnce(from, region, wants, work),
    *render(region, work) {
      return convert(yield* rendered(from, region, work), kind, work.kernels, choice) as RasterOf<K>;
    },
  };
};

/** Colours that all else of a print lies on: unlike others made of an ink they are kept once they are asked for again. */
export const groundNode = (input: Node): Node<'colour'> => {
  const colours = convertNode(input, 'colour');
  if (colours.keeping !== 'never') return colours;
  const { keeping: _, ...ground } = colours;
  return ground;
};
