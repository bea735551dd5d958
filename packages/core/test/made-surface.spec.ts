import { boxAt, finish, freshSource, ONE, rendered, sizeOf, surfaceNode, SURFACE_PIECE, type Beyond, type Node, type Region } from '../src';
import { flat, graphOf, pass, planeOf as valuesOf, sheet, workOf } from './support/sheets';

const PX = 2;
/** A piece of half a letter's size in the middle of the region. */
const box = boxAt(80, 100, SURFACE_PIECE.width / 2, SURFACE_PIECE.height / 2);
const REGION: Region = { x: 0, y: 0, width: 320, height: 400 };

const made = (beyond: Beyond): Int16Array => {
  const node = surfaceNode({ name: 'concrete rubbing', seed: 4 }, { ...box, beyond }, PX);
  return valuesOf(finish(rendered(node, REGION, workOf())));
};
const at = (data: Int16Array, xMm: number, yMm: number, channel = 0): number =>
  data[4 * (Math.floor(yMm * PX) * REGION.width + Math.floor(xMm * PX)) + channel] as number;
/** Mean difference of the light at places so far apart, as far as both lie in the region. */
const apart = (data: Int16Array, other: (x: number, y: number) => readonly [number, number]): number => {
  let [sum, count] = [0, 0];
  for (let y = 5.25; y < 195; y += 3) {
    for (let x = 5.25; x < 155; x += 3) {
      const [u, v] = other(x, y);
      if (u < 0 || v < 0 || u >= 160 || v >= 200) continue;
      sum += Math.abs(at(data, x, y) - at(data, u, v)) / ONE;
      count++;
    }
  }
  return sum / count;
};

test('a made surface that has nothing beyond it keeps to its box', () => {
  const data = made('nothing');
  expect(sizeOf(REGION) * 4).toBe(data.length);
  for (const [x, y, there] of [
    [80, 100, ONE],
    [80 - box.width / 2 - 2, 100, 0],
    [80, 100 + box.height / 2 + 2, 0],
    [80 + box.width / 2 - 2, 100 - box.height / 2 + 2, ONE],
  ] as const) {
    expect(at(data, x, y, 3)).toBe(there);
  }
});

test('beyond its box it comes again, is mirrored at its edges, or goes on', () => {
  const [again, mirrored, on] = [made('repeat'), made('mirror'), made('hold')];
  const oneOn = (x: number, y: number) => [x + box.width, y] as const;
  const acrossEdge = (x: number, y: number) => [2 * (80 + box.width / 2) - x, y] as const;
  const chance = apart(on, oneOn);
  expect(apart(again, oneOn)).toBeLessThan(chance / 2);
  expect(apart(mirrored, acrossEdge)).toBeLessThan(apart(on, acrossEdge) / 2);
  // In the box it is one and the same.
  for (const [x, y] of [
    [80, 100],
    [60, 70],
  ] as const) {
    expect(at(again, x, y)).toBe(at(on, x, y));
    expect(at(mirrored, x, y)).toBe(at(on, x, y));
  }
});

test('a pass prints a made surface as paper: the same light that a wear of it is cut from, multiplied into what is there', () => {
  const lies = { ...box, beyond: 'hold' as const };
  const source = freshSource('surface', { surface: 'kraft board', seed: 7 });
  const paper = sheet([pass('paper', source, { placement: lies })]);
  const { root, scale } = graphOf(paper);
  const region: Region = { x: 10, y: 20, width: 60, height: 50 };
  const alone = valuesOf(finish(rendered(root as Node, region, workOf())));
  const own = surfaceNode({ name: 'kraft board', seed: 7 }, lies, scale.pxPerMm);
  expect(alone).toEqual(valuesOf(finish(rendered(own, region, workOf()))));
  const over = sheet([pass('ground', flat('#ffffff')), pass('paper', source, { placement: lies, lay: { mode: 'multiply', strength: 1 } })]);
  expect(valuesOf(finish(rendered(graphOf(over).root as Node, region, workOf())))).toEqual(alone);
  expect(() => graphOf(sheet([pass('paper', freshSource('surface', { surface: 'marble' }))]))).toThrow('“paper” cannot print');
});
