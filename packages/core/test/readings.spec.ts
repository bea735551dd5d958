import {
  betterSpots,
  chanceAt,
  colourCounts,
  compile,
  convertNode,
  draftScale,
  easeFor,
  emsOf,
  finish,
  freshSource,
  measured,
  pictureNode,
  ONE,
  outlinedLettering,
  outlineHalvings,
  outlineReading,
  plan,
  rendered,
  textureGreys,
  trueScale,
  unscreened,
  unworn,
  wearSums,
  wearsOver,
  whyAt,
  whyNodes,
  wholeSheet,
  worstLetters,
  wornNodes,
  type Graph,
  type Node,
  type Pass,
  type Region,
  type Sheet,
  type TextureWear,
  type Why,
} from '../src';
import { shaperOfAll } from './support/fonts';
import { drawn } from './support/pictures';
import { cutOut, flat, infoOf, pass, picture, PICTURES, plainWear, sheet, SIZE, step, workOf } from './support/sheets';

/** Dark on the left third, light on the rest: what takes by its darks takes a third. */
const stripe = drawn('stripe', 300, 300, 1, (x) => (x < 1 / 3 ? 0.1 : 0.9));
/** Fine dark specks here and there. */
const specks = drawn('specks', 400, 500, 1, (x, y) => (Math.sin(61 * x) * Math.sin(83 * y + 9 * x) > 0.72 ? 0.1 : 0.9));
const pictures = [...PICTURES, stripe, specks];
const find = (sha256: string) => pictures.find((each) => each.info.sha256 === sha256)?.info ?? infoOf(sha256);

const wear = (change: Partial<TextureWear> = {}): TextureWear =>
  plainWear('stripe', { ...wholeSheet(SIZE), beyond: 'repeat', fit: 'free' }, { share: 0.33, ...change });
const box = (x: number, y: number, width: number, height: number) => ({
  ...wholeSheet(SIZE),
  x,
  y,
  width,
  height,
  fit: 'free' as const,
  beyond: 'nothing' as const,
});

let type: Awaited<ReturnType<typeof shaperOfAll>>;
beforeAll(async () => {
  type = await shaperOfAll();
});

const graphOf = (of: Sheet): Graph => compile(of, trueScale(of.size, of.ppi), find);
const ready = (nodes: readonly Node[], region: Region) => {
  const work = workOf(pictures, type);
  for (const node of nodes) work.fetch(plan(node, region, work));
  return work;
};
const sums = (of: Sheet, region?: Region) => {
  const graph = graphOf(of);
  const within = region ?? graph.region;
  return finish(wearSums(of, graph, within, ready(wornNodes(of, graph), within)));
};
const lettering = (x: number, text = 'I O'): Pass =>
  pass('title', freshSource('type', { text, size: 12, colour: { srgb: '#000000' } }), { placement: box(x, 20, 20, 14) });

describe('what wear takes', () => {
  test('of a flat a third, as its texture’s own pixels say; bands add up to the whole', () => {
    const of = sheet([pass('art', flat('#101010'), { wear: [wear()] })]);
    const { there, taken } = sums(of).wears['art/w']!;
    expect(taken / there).toBeCloseTo(1 / 3, 2);
    const { width, height } = graphOf(of).region;
    const half = sums(of, { x: 0, y: 0, width, height: 100 }).wears['art/w']!.taken;
    const rest = sums(of, { x: 0, y: 100, width, height: height - 100 }).wears['art/w']!.taken;
    expect(half + rest).toBeCloseTo(taken, 3);
  });

  test('where two pile up, the second takes of what the first left', () => {
    const of = sheet([pass('art', flat('#101010'), { wear: [wear({ strength: 0.5 }), wear({ id: 'v' })] })]);
    const { wears } = sums(of);
    const share = (name: string): number => wears[name]!.taken / wears[name]!.there;
    expect(share('art/w')).toBeCloseTo(1 / 6, 2);
    expect(share('art/v')).toBeCloseTo(1 / 6, 2);
  });

  test('lettering loses to its own wear, its groups’ and to later overall passes, not to earlier ones', () => {
    const of = sheet([
      pass('early', { kind: 'overall' }, { wear: [wear({ id: 'e' })] }),
      pass('g', { kind: 'group', passes: [{ ...lettering(10), wear: [wear({ id: 'own' })] }] }, { wear: [wear({ id: 'of-group' })] }),
      pass('late', { kind: 'overall' }, { wear: [wear({ id: 'l' })] }),
    ]);
    expect(wearsOver(of, 'title')).toEqual(['title/own', 'g/of-group', 'late/l']);
  });

  test('letters in the dark third lose all, those beside it nothing; the worst letter is named and boxed', () => {
    const lost = (x: number): number => {
      const { there, taken } = sums(sheet([lettering(x), pass('o', { kind: 'overall' }, { wear: [wear()] })])).lettering['title']!;
      return taken / there;
    };
    expect(lost(32)).toBeCloseTo(0, 5);
    const across = sheet([lettering(19, 'III'), pass('o', { kind: 'overall' }, { wear: [wear()] })]);
    const graph = graphOf(across);
    const worst = finish(worstLetters(across, graph, ready(wornNodes(across, graph), graph.region)))['title']!;
    expect(worst.letter).toBe('I');
    expect(worst.lost).toBeGreaterThan(0.9);
    expect(worst.box.x + worst.box.width).toBeLessThan(SIZE.width / 3 + 1.5);
    expect(easeFor(0.4, 0.1)).toBeCloseTo(0.75, 9);
    expect(easeFor(0.05, 0.1)).toBe(0);
  });

  test('a cap eases the wear to what was asked', () => {
    const title = lettering(11, 'OOO');
    const over = (guards: TextureWear['guards']): Sheet => sheet([title, pass('o', { kind: 'overall' }, { wear: [wear({ guards })] })]);
    const lost = (of: Sheet): number => {
      const { there, taken } = sums(of).lettering['title']!;
      return taken / there;
    };
    const plain = lost(over([]));
    expect(plain).toBeGreaterThan(0.2);
    expect(lost(over([{ pass: 'title', most: 0.1, ease: easeFor(plain, 0.1) }]))).toBeCloseTo(0.1, 2);
  });

  describe('lettering that lives by its outline', () => {
    const knocked = (x: number): Pass => ({ ...lettering(x, 'IOI'), lay: { mode: 'knock-out', strength: 1 } });
    const ground = (change: Partial<TextureWear> | null): Pass => pass('ground', flat('#303030'), { wear: change ? [wear(change)] : [] });
    const outline = (of: Sheet) => {
      const [title] = outlinedLettering(of);
      const scale = draftScale(of.size, of.ppi, outlineHalvings(of, title!));
      const graphs = [of, unworn(of)].map((each) => compile(each, scale, find)) as [Graph, Graph];
      const reading = outlineReading(title!, of.stock.colour, ...graphs);
      const work = workOf(pictures, type);
      work.fetch(reading.wants(work));
      const { there, taken, worst } = finish(reading.run(work));
      return { there, lost: taken / there, worst };
    };

    test('knocked out of a worn ground it loses its edge where the ground is gone, and is named there', () => {
      expect(outlinedLettering(sheet([ground(null), knocked(10)]))).toEqual([]);
      expect(outline(sheet([ground({}), knocked(32)])).lost).toBeCloseTo(0, 2);
      const gone = outline(sheet([ground({}), knocked(10)]));
      expect(gone.lost).toBeGreaterThan(0.95);
      // Half of it stands in the dark third.
      const half = outline(sheet([ground({}), knocked(19)]));
      expect(half.lost).toBeGreaterThan(0.3);
      expect(half.lost).toBeLessThan(0.7);
      expect(half.worst?.letter).toBe('I');
      expect(half.worst?.lost).toBeGreaterThan(0.95);
      expect(half.worst!.box.x).toBeLessThan(SIZE.width / 3);
    });

    test('printed under a wear of everything it is judged by its edge, too; its length is that of its letters', () => {
      const under = (x: number): Sheet =>
        sheet([pass('paper', flat('#e0d0b0')), lettering(x, 'I'), pass('o', { kind: 'overall' }, { wear: [wear()] })]);
      expect(outline(under(10)).lost).toBeGreaterThan(0.95);
      expect(outline(under(33)).lost).toBeCloseTo(0, 2);
      // An I without serifs: twice its height and its width.
      const cap = 12 * 0.7;
      expect(outline(under(33)).there).toBeGreaterThan(2 * cap);
      expect(outline(under(33)).there).toBeLessThan(3.4 * cap);
    });

    test('in a worn group over its box it is judged so, too; alone in it, or beside the worn group, it is not', () => {
      const box_ = pass('box', flat('#e0d0b0'));
      const grouped = (passes: Pass[], ...more: Pass[]): string[] =>
        outlinedLettering(sheet([pass('g', { kind: 'group', passes }, { wear: [wear()] }), ...more])).map(({ id }) => id);
      expect(grouped([box_, lettering(10)])).toEqual(['title']);
      expect(grouped([lettering(10)])).toEqual([]);
      expect(grouped([box_], lettering(10))).toEqual([]);
    });

    test('a fitted line is looked at by its own size, whatever its dial says', () => {
      const fitted = (text: string): Pass => {
        const { source, ...rest } = lettering(20, text);
        return { ...rest, source: { ...source, lines: 'fit', size: 500 } as Pass['source'] };
      };
      const ems = (text: string): number[] =>
        outlinedLettering(sheet([ground({}), { ...fitted(text), lay: knocked(1).lay }])).flatMap(emsOf);
      expect(ems('IIII\nIIIIIIII')).toEqual([20 / 0.35 / 4, 20 / 0.35 / 8]);
    });

    test('a guard keeps the ground round it: eased whole nothing is lost, and the wear goes on elsewhere', () => {
      const guarded = (ease: number): Sheet => sheet([ground({ guards: [{ pass: 'title', most: 0.1, ease }] }), knocked(10)]);
      expect(outline(guarded(0)).lost).toBeGreaterThan(0.95);
      expect(outline(guarded(1)).lost).toBeLessThan(0.02);
      const taken = (of: Sheet): number => sums(of).wears['ground/w']!.taken;
      expect(taken(guarded(1))).toBeGreaterThan(0.7 * taken(guarded(0)));
      expect(taken(guarded(1))).toBeLessThan(0.98 * taken(guarded(0)));
    });
  });

  test('better spots lose less lettering at about equal wear, the best first', () => {
    const worn = wear({ picture: { sha256: 'specks' }, placement: { ...wholeSheet(SIZE), beyond: 'mirror', fit: 'free' } });
    const of = sheet([pass('art', flat('#808080')), lettering(14, 'HI'), pass('o', { kind: 'overall' }, { wear: [worn] })]);
    const search = betterSpots(of, 'o', 'w', find, () => undefined);
    const spots = finish(search.run(ready(search.nodes, search.region)));
    const now = betterSpots(of, 'o', 'w', find, () => undefined, 99);
    expect(finish(now.run(ready(now.nodes, now.region))).length).toBeGreaterThanOrEqual(spots.length);
    expect(spots.length).toBeGreaterThan(0);
    const losses = spots.map(({ lettering: lost }) => lost);
    expect(losses).toEqual([...losses].sort((a, b) => a - b));
    const graph = graphOf(of);
    const here = finish(wearSums(of, graph, graph.region, ready(wornNodes(of, graph), graph.region))).lettering['title']!;
    expect(losses[0]).toBeLessThan(here.taken / here.there);
  });
});

test('a texture’s greys are read at the print’s own pixels, spread over its box', () => {
  const { pxPerMm } = trueScale(SIZE, 100);
  const sample = textureGreys(pictureNode(stripe.info, wear().placement, pxPerMm), wear().placement, pxPerMm);
  const work = workOf(pictures);
  for (const region of sample.regions) work.fetch(plan(sample.node, region, work));
  const { weights, total } = finish(sample.run(work));
  const dark = weights.slice(0, 300).reduce((sum, v) => sum + v, 0) / total;
  expect(dark).toBeCloseTo(1 / 3, 1);
});

describe('why a place looks as it does', () => {
  const screened = step('screen', { lpi: 6, hardness: 1, ink: { ink: 'soot' } });
  const knock = pass('hole', flat('#ffffff'), { placement: box(30, 30, 10, 10), lay: { mode: 'knock-out', strength: 1 } });
  const masked = pass('side', flat('#204060'), {
    placement: box(30, 10, 16, 10),
    masks: [cutOut([2200, 500, 3000, 1500])],
  });
  const of = sheet([
    pass('art', flat('#101010'), {
      placement: box(10, 25, 16, 46),
      wear: [wear({ placement: { ...wear().placement, width: 20, x: 10 } })],
    }),
    pass(
      'dots',
      {
        kind: 'ramp',
        form: 'straight',
        angle: 0,
        stops: [
          { at: 0, colour: { srgb: '#808080' }, strength: 1 },
          { at: 1, colour: { srgb: '#808080' }, strength: 1 },
        ],
      },
      {
        placement: box(30, 42, 16, 12),
        steps: [screened],
      },
    ),
    masked,
    pass('under', flat('#c02020'), { placement: box(30, 30, 14, 6) }),
    knock,
  ]);
  const graph = graphOf(of);
  const why = (x: number, y: number): Why => {
    const region = { x: Math.floor(x * graph.scale.pxPerMm), y: Math.floor(y * graph.scale.pxPerMm), width: 1, height: 1 };
    return finish(whyAt(of, graph, region, ready(whyNodes(graph), region)));
  };

  test('an ink by its pass; bare stock where nothing prints', () => {
    expect(why(15, 25)).toMatchObject({ prints: true, pass: 'art', by: { kind: 'pass' } });
    expect(why(20.5, 48)).toMatchObject({ prints: false, pass: null });
  });
  test('what a wear took, by the wear', () => {
    expect(why(3, 25)).toEqual({ prints: false, ink: null, coverage: 0, pass: 'art', by: { kind: 'wear', id: 'w' } });
  });
  test('what a mask hides, by the mask', () => {
    expect(why(25, 10)).toMatchObject({ prints: true, pass: 'side' });
    expect(why(36, 10)).toMatchObject({ prints: false, pass: 'side', by: { kind: 'mask', id: 'm' } });
  });
  test('a dot or the gap between dots, by the screen', () => {
    const seen = new Set(
      Array.from({ length: 60 }, (_, i) => why(24 + (i % 12) * 0.7, 38 + Math.floor(i / 12) * 1.1)).map(
        ({ prints, by, ink }) => `${prints} ${by.kind} ${ink}`,
      ),
    );
    expect(seen).toEqual(new Set(['true step soot', 'false step null']));
  });
  test('what was knocked out, by what knocked it out', () => {
    expect(why(30, 30)).toMatchObject({ prints: false, pass: 'hole', by: { kind: 'knock-out' } });
    expect(why(24, 30)).toMatchObject({ prints: true, pass: 'under' });
  });
});

describe('what can be told of a texture', () => {
  const made = (value: (x: number, y: number) => number): Uint8Array =>
    Uint8Array.from({ length: 64 * 64 }, (_, i) => value(i % 64, Math.floor(i / 64)));

  test('mean and spread are those of its pixels', () => {
    const { mean, spread } = measured(
      made((x) => (x < 32 ? 0 : 255)),
      64,
      64,
    );
    expect(mean).toBeCloseTo(0.5, 9);
    expect(spread).toBeCloseTo(0.5, 9);
  });
  test('stripes run one way, grain does not', () => {
    expect(
      measured(
        made((_, y) => 128 + 100 * Math.sin(y / 2)),
        64,
        64,
      ).directional,
    ).toBe(true);
    expect(
      measured(
        made((x, y) => 255 * chanceAt(x, y, 3)),
        64,
        64,
      ).directional,
    ).toBe(false);
  });
  test('waves that end where they began tile, a ramp does not', () => {
    const wave = (x: number, y: number): number => 128 + 60 * Math.sin((2 * Math.PI * x) / 64) + 60 * Math.cos((4 * Math.PI * y) / 64);
    expect(measured(made(wave), 64, 64).tileable).toBe(true);
    expect(
      measured(
        made((x) => 4 * x),
        64,
        64,
      ).tileable,
    ).toBe(false);
  });
});

test('a raster’s place in the sums is its coverage', () => {
  const of = sheet([pass('art', flat('#101010'), { wear: [wear({ strength: 0.25 })] })]);
  const graph = graphOf(of);
  const region = { x: 0, y: 0, width: 8, height: 8 };
  const work = ready(wornNodes(of, graph), region);
  const { taken } = graph.wears.get('art/w')!;
  expect(finish(rendered(taken, region, work)).tone.every((v) => Math.abs(v - ONE / 4) <= 1)).toBe(true);
});

describe('colours in a sheet of hard edges', () => {
  const counts = (of: Sheet): Readonly<Record<string, number>> => {
    const graph = graphOf(of);
    const nodes = unscreened(of, graph).map(({ id }) => convertNode(graph.printed.get(id) as Node, 'colour'));
    return finish(colourCounts(of, graph, ready(nodes, graph.region)));
  };
  const art = (change: Partial<Pass> = {}): Pass => pass('art', picture('ramp'), change);

  test('are counted where a pass has no screen', () => {
    const found = counts({ ...sheet([pass('ground', flat('#c03020')), art()]), edges: 'hard' })['art']!;
    // A ramp of eight bits.
    expect(found).toBeGreaterThan(120);
    expect(found).toBeLessThanOrEqual(256);
  });

  test('are no matter in a smooth sheet, with a screen, of black and white, or of a pass that is off', () => {
    const steps = (kind: 'screen' | 'threshold'): Partial<Pass> => ({ steps: [step(kind)] });
    expect(counts({ ...sheet([art()]), edges: 'smooth' })).toEqual({});
    for (const change of [steps('screen'), steps('threshold'), { on: false }]) {
      expect(counts({ ...sheet([art(change)]), edges: 'hard' })).toEqual({});
    }
    expect(counts({ ...sheet([art({ edges: 'hard' })]), edges: 'smooth' })['art']).toBeGreaterThan(120);
  });
});
