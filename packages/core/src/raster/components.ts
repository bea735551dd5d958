/** Connected pieces, numbered from 1 (0 is what is not set), and the box of each: first and last column and row. */
export interface Components {
  readonly labels: Int32Array;
  readonly count: number;
  /** Four values a piece, from piece 1: left, top, right, bottom; each inclusive. */
  readonly boxes: Int32Array;
}

/** Pieces of set pixels that touch by sides, or by sides and corners. Rosenfeld & Pfaltz 1966: two passes over the rows. */
export const componentsOf = (set: Uint8Array, width: number, height: number, neighbours: 4 | 8): Components => {
  const labels = new Int32Array(width * height);
  const parent: number[] = [0];
  const rootOf = (label: number): number => {
    let root = label;
    while (parent[root] !== root) root = parent[root] as number;
    for (let at = label; at !== root;) {
      const next = parent[at] as number;
      parent[at] = root;
      at = next;
    }
    return root;
  };
  const join = (a: number, b: number): number => {
    if (a === 0 || a === b) return b;
    if (b === 0) return a;
    const [ra, rb] = [rootOf(a), rootOf(b)];
    const least = Math.min(ra, rb);
    parent[ra] = parent[rb] = least;
    return least;
  };
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      if (!set[i]) continue;
      let label = x > 0 ? (labels[i - 1] as number) : 0;
      if (y > 0) {
        label = join(labels[i - width] as number, label);
        if (neighbours === 8 && x > 0) label = join(labels[i - width - 1] as number, label);
        if (neighbours === 8 && x < width - 1) label = join(labels[i - width + 1] as number, label);
      }
      if (label === 0) {
        label = parent.length;
        parent.push(label);
      }
      labels[i] = label;
    }
  }
  return numbered(labels, width, parent, rootOf);
};

const numbered = (labels: Int32Array, width: number, parent: readonly number[], rootOf: (label: number) => number): Components => {
  const names = new Int32Array(parent.length);
  let count = 0;
  for (let label = 1; label < parent.length; label++) {
    const root = rootOf(label);
    names[label] = root === label ? ++count : (names[root] as number);
  }
  const boxes = new Int32Array(4 * (count + 1));
  for (let piece = 0; piece <= count; piece++) boxes.set([0x7fffffff, 0x7fffffff, -1, -1], 4 * piece);
  for (let row = 0, y = 0; row < labels.length; row += width, y++) {
    for (let x = 0; x < width; x++) {
      const label = labels[row + x] as number;
      if (label === 0) continue;
      const piece = names[label] as number;
      labels[row + x] = piece;
      const b = 4 * piece;
      if (x < (boxes[b] as number)) boxes[b] = x;
      if (y < (boxes[b + 1] as number)) boxes[b + 1] = y;
      if (x > (boxes[b + 2] as number)) boxes[b + 2] = x;
      if (y > (boxes[b + 3] as number)) boxes[b + 3] = y;
    }
  }
  return { labels, count, boxes };
};
