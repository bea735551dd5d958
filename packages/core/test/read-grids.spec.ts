/** What of a picture is not rendered since nobody reads it. */
import { boxAt, Pool, tilesOf, VIEW_TILE, type Keeping, type Kernels, type Region, type Sheet, type Work } from '../src';
import { bytesOfRegion, graphOf, kernels, pass, picture, sheet, step, workOf } from './support/sheets';

const sheetOf = (detail: number, more: Partial<Sheet> = {}): Sheet =>
  sheet([pass('art', picture('ramp'), { steps: [step('screen', { lpi: 6, auto: false, detail })] })], { ppi: 600, ...more });

const inside: Region = { x: 300, y: 310, width: 40, height: 40 };

/** The sizes of the dear rasters, as pictures are, that rendering a region asks for. */
const picturesFor = (of: Sheet): string[] => {
  const sizes: string[] = [];
  class Listening extends Pool {
    override wants(name: string, keeping: Keeping | undefined): boolean {
      if (keeping === 'dear') sizes.push(name.split(',').slice(-2).join(' × '));
      return super.wants(name, keeping);
    }
  }
  bytesOfRegion(graphOf(of), inside, { ...workOf(), rasters: new Listening(1e8) });
  return [...new Set(sizes)];
};

test('a screen of one tone a dot reads its picture by whole tiles of its grid; one with detail also where it prints', () => {
  const tile = `${VIEW_TILE} × ${VIEW_TILE}`;
  expect(picturesFor(sheetOf(0))).toEqual([tile]);
  expect(picturesFor(sheetOf(0.3)).sort()).toEqual(['40 × 40', tile]);
});

test.each([0, 0.3])('with a detail of %d any tiling gives the same print, to the edges of its picture', (detail) => {
  const shrunk = sheetOf(detail, { ppi: 150 });
  const art = { ...shrunk.passes[0]!, placement: { ...shrunk.passes[0]!.placement, ...boxAt(9, 12, 22, 25) } };
  const graph = graphOf({ ...shrunk, passes: [art] });
  const whole = bytesOfRegion(graph);
  const { region } = graph;
  for (const tile of tilesOf(region, 67)) {
    const part = bytesOfRegion(graph, tile);
    for (let row = 0; row < tile.height; row++) {
      const from = 4 * ((tile.y + row) * region.width + tile.x);
      expect(part.subarray(4 * row * tile.width, 4 * (row + 1) * tile.width)).toEqual(whole.subarray(from, from + 4 * tile.width));
    }
  }
});

test('of a picture only what lies in its box is sampled', () => {
  const art = sheetOf(1).passes[0]!;
  const small = { ...art, steps: [], placement: { ...art.placement, ...boxAt(10, 25, 4, 50) } };
  let sampled = 0;
  const counting: Kernels = {
    ...kernels,
    filterDown: (lines, channels, width, rows, axis, out) => {
      sampled += width * rows.length;
      kernels.filterDown(lines, channels, width, rows, axis, out);
    },
  };
  const work: ReturnType<typeof workOf> & Work = { ...workOf(), kernels: counting };
  bytesOfRegion(graphOf(sheet([small], { ppi: 300 })), { x: 0, y: 0, width: 400, height: 400 }, work);
  // 4 mm at 300 ppi are 47.2 px, and a pixel or two about them.
  expect(sampled).toBeGreaterThan(47 * 400);
  expect(sampled).toBeLessThan(54 * 400);
});
