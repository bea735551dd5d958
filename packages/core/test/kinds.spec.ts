import {
  BLEND_MODES,
  freshMask,
  freshSource,
  MASKS,
  maskOfKind,
  MASK_DIALS,
  ONE,
  copiedPass,
  fontsOf,
  pathOf,
  picturesOf,
  printedSheets,
  referenceFault,
  sheetJsonSchema,
  SHIPPED_FONTS,
  SOURCES,
  SURFACES,
  tilesOf,
  WEARS,
  type Mask,
  type Node,
  type Pass,
  type Sheet,
  type Source,
} from '../src';
import { flat, graphOf, pass, picture, plainWear, rasterOf, sheet } from './support/sheets';

/** Something that each kind shows in part: laws hold for all of them. */
const LIVELY: Readonly<Record<Mask['kind'], Partial<Mask>>> = {
  painted: {
    strokes: [
      { tip: 'dry brush', size: 14, softness: 0.3, strength: 1, erases: false, seed: 3, path: pathOf([400, 500, 4000, 2600, 800, 4200]) },
    ],
  },
  'cut-out': { outline: 'ellipse', points: [600, 500, 4200, 3800], rough: 2 },
  pick: { samples: [{ x: 10, y: 10, colour: '#a04030' }], tolerance: 20, softness: 0.6, smallest: 0.5 },
  tones: { from: 0.2, to: 0.6, softness: 0.3 },
  picture: {
    of: { picture: { sha256: 'ramp' }, placement: pass('', picture('ramp'), { placement: pass('', flat('#000000')).placement }).placement },
  },
};

const masked = (kind: Mask['kind'], change: Partial<Mask> = {}): { readonly mask: Mask; readonly sheet: Sheet } => {
  const art = pass('art', picture('motley'));
  const mask = freshMask(kind, 'm', art, { ...LIVELY[kind], ...change });
  return { mask, sheet: sheet([{ ...art, masks: [mask] }]) };
};

describe.each(MASKS.map(({ kind }) => kind as Mask['kind']))('a mask of kind %s', (kind) => {
  test('begins with all that its description names, and nothing else', () => {
    const { mask } = masked(kind);
    const names = Object.keys(mask).filter((key) => !['kind', 'home'].includes(key));
    const { dials, parts } = maskOfKind(kind)!;
    expect(names.sort()).toEqual(['id', 'on', ...Object.keys({ ...MASK_DIALS, ...dials, ...parts })].sort());
  });

  test('shows the same whole and in tiles of 17 and 64 pixels; inverted, the rest of it', () => {
    const graph = graphOf(masked(kind).sheet);
    const plane = graph.masks.get('art/m') as Node<'tone'>;
    const whole = rasterOf(plane, graph.region).tone;
    const { width } = graph.region;
    for (const side of [17, 64]) {
      const put = new Int16Array(whole.length);
      for (const tile of tilesOf(graph.region, side)) {
        const { tone } = rasterOf(plane, tile);
        for (let i = 0; i < tone.length; i++) {
          put[(tile.y + Math.floor(i / tile.width)) * width + tile.x + (i % tile.width)] = tone[i] as number;
        }
      }
      expect(Buffer.from(put.buffer).equals(Buffer.from(whole.slice().buffer))).toBe(true);
    }
    const shares = new Set(whole);
    expect(shares.size).toBeGreaterThan(1);
    const other = graphOf(masked(kind, { invert: true }).sheet);
    const rest = rasterOf(other.masks.get('art/m') as Node<'tone'>, other.region).tone;
    expect(rest.every((value, i) => value === ONE - (whole[i] as number))).toBe(true);
  });

  test('says what it is set to', () => expect(maskOfKind(kind)?.inWords(masked(kind).mask)).toMatch(/\S/));
});

test('a pick by tone shows all between its ends, a passage beyond them, nothing farther out', () => {
  const shown = (grey: string, change: Partial<Mask> = {}): number => {
    const art = pass('art', flat(grey));
    const mask = freshMask('tones', 'm', art, { from: 0.25, to: 0.5, softness: 0.5, ...change });
    const graph = graphOf(sheet([{ ...art, masks: [mask] }]));
    return (rasterOf(graph.masks.get('art/m') as Node<'tone'>, graph.region).tone[0] as number) / ONE;
  };
  // A passage of half of a half: 0.25 of the tones beyond either end.
  expect(shown('#595959')).toBe(1);
  expect(shown('#808080')).toBeCloseTo(1 - (128 / 255 - 0.5) / 0.25, 2);
  expect(shown('#9f9f9f')).toBeCloseTo(1 - (159 / 255 - 0.5) / 0.25, 2);
  expect(shown('#202020')).toBeCloseTo(1 - (0.25 - 32 / 255) / 0.25, 2);
  expect(shown('#f0f0f0')).toBe(0);
  // Its ends may be told in either order, and a hard one has no passage.
  expect(shown('#595959', { from: 0.5, to: 0.25 })).toBe(1);
  expect(shown('#9f9f9f', { softness: 0 })).toBe(0);
});

test('every source and wear names its dials among what it holds', () => {
  for (const { kind, dials, parts } of SOURCES) {
    const fresh = freshSource(kind as Source['kind'], Object.fromEntries(Object.keys(parts).map((key) => [key, {}])));
    expect(Object.keys(fresh).sort()).toEqual(['kind', ...Object.keys(dials), ...Object.keys(parts)].sort());
  }
  for (const { dials, parts } of WEARS) expect(Object.keys(parts)).toEqual(expect.arrayContaining(Object.keys(dials)));
});

test('the JSON Schema names what this version knows of lays, surfaces and shipped fonts', () => {
  const { $defs } = sheetJsonSchema() as { $defs: Record<string, unknown> };
  const written = JSON.stringify($defs);
  for (const known of [BLEND_MODES.map(({ name }) => name), SURFACES.map(({ name }) => name), SHIPPED_FONTS.map(({ family }) => family)]) {
    expect(written).toContain(`"enum":${JSON.stringify(known)}`);
  }
});

describe('what a sheet points at', () => {
  const lies = pass('', flat('#000000')).placement;
  const wear = {
    ...plainWear('texture', lies),
    masks: [freshMask('picture', 'w', pass('', flat('#000000')), { of: { picture: { sha256: 'w' }, placement: lies } })],
  };
  const zoned = {
    ...pass('zoned', picture('motley')),
    steps: [
      {
        ...{ id: 's', kind: 'invert', version: 1, on: true, amount: 1, params: {}, masks: [] },
        zones: [{ id: 'z', params: {}, masks: [freshMask('picture', 'p', pass('', flat('#000000')), { of: { pass: 'under' } })] }],
      },
    ],
  };
  const all = sheet([
    pass('under', flat('#202020')),
    pass('inside', { kind: 'group', passes: [zoned, pass('framed', freshSource('frame', { edge: 'picture', picture: { sha256: 'f' } }))] }),
    pass('worn', freshSource('type', { font: { family: 'anton' } }), {
      wear: [wear],
      lay: { mode: 'normal', strength: 1, within: 'under' },
    }),
    pass('again', { kind: 'sheet', sheet: { id: 'other' } }),
  ]);

  test('is found wherever it is: in groups, frames, masks, zones and the masks of wears, each once', () => {
    expect(picturesOf(all).map(({ sha256 }) => sha256)).toEqual(['motley', 'f', 'texture', 'w']);
    expect(fontsOf(all)).toEqual([{ family: 'anton' }]);
    const other = sheet([pass('back', { kind: 'sheet', sheet: { id: 'third' } })]);
    expect([...printedSheets(all, (id) => (id === 'other' ? other : undefined)).keys()]).toEqual(['other']);
  });

  test('goes along in a copy where it is inside, stays where it is outside', () => {
    let n = 0;
    const copy = copiedPass(all.passes[1] as Pass, () => `new-${n++}`);
    const inside = copy.source.kind === 'group' ? copy.source.passes : [];
    expect(inside[0]?.steps[0]?.zones[0]?.masks[0]).toMatchObject({ of: { pass: 'under' } });
    const pair = pass('g', {
      kind: 'group',
      passes: [all.passes[0] as Pass, { ...zoned, lay: { mode: 'normal', strength: 1, within: 'under' } }],
    });
    const copied = copiedPass(pair, () => `new-${n++}`).source;
    const [under, over] = copied.kind === 'group' ? copied.passes : [];
    expect(over?.lay.within).toBe(under?.id);
    expect(over?.steps[0]?.zones[0]?.masks[0]).toMatchObject({ of: { pass: under?.id } });
  });

  test('is named where it would not be printed before what reads it', () => {
    expect(referenceFault(all)).toBeNull();
    expect(referenceFault({ ...all, passes: all.passes.slice(1) })).toContain('no longer be on the sheet');
    expect(referenceFault({ ...all, passes: [...all.passes.slice(1), all.passes[0] as Pass] })).toContain('would not be printed before it');
  });
});
