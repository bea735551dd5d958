import { overlap, regionName } from '../raster/region';
import type { Region } from '../raster/raster';
import { Wants, type Node, type PlanWork } from './node';

/** A node and a region that is read of it. */
export interface Read {
  readonly name: string;
  readonly node: Node;
  readonly region: Region;
}

/** Takes down what a node reads itself, without going further. */
class OwnReads extends Wants {
  readonly reads: Read[] = [];

  override first(name: string, node: Node, region: Region): boolean {
    if (!node.bounds || overlap(node.bounds.box, region)) this.reads.push({ name, node, region });
    return false;
  }
}

const ownReads = ({ node, region }: Read, work: PlanWork): readonly Read[] => {
  const own = new OwnReads();
  node.want(region, own, work);
  return own.reads;
};

/**
 * What a rendering of a region of `root` reads that is still the same when what is made of `input` changes: `input` itself, and
 * beside it what everything after it reads that does not come of it; in place of what is never kept, what that reads. Empty where
 * `root` does not read `input`. Tones that the work knows already are not gone into.
 */
export const readBeside = (root: Node, input: Node, region: Region, { statistics }: PlanWork): Read[] => {
  const comesOfInput = new Map<string, boolean>();
  const beside = new Map<string, Read>();
  const add = (read: Read): void => {
    if (read.node.keeping === 'never') for (const each of ownReads(read, { statistics })) add(each);
    else beside.set(read.name, read);
  };
  const follow = (read: Read): boolean => {
    const known = comesOfInput.get(read.name);
    if (known !== undefined) return known;
    let comes = read.node.key === input.key;
    if (comes) add(read);
    else {
      const own = ownReads(read, { statistics });
      const following = own.filter(follow);
      comes = following.length > 0;
      if (comes) for (const each of own) if (!following.includes(each)) add(each);
    }
    comesOfInput.set(read.name, comes);
    return comes;
  };
  follow({ name: `${root.key}@${regionName(region)}`, node: root, region });
  return [...beside.values()];
};
