import { createKernels } from '@uvrant/kernels';
import {
  blurred,
  chosenLay,
  convertNode,
  draftScale,
  freshSource,
  miredOf,
  ONE,
  radiatorChromaticity,
  referenceKernels,
  shiftedKelvin,
  warmthGains,
  type Node,
  type Sheet,
  type Step,
} from '../src';
import { cv, opencv } from './support/opencv';
import { flat, graphOf, meanOf, pass, picture, planeOf, rasterOf, sheet, SIZE, step } from './support/sheets';

const kernels = createKernels();
const greyAt = (of: Sheet, x = 60, y = 60): number => {
  const { data } = rasterOf(graphOf(of).root, { x, y, width: 1, height: 1 });
  return (data[0] as number) / ONE;
};
/** A flat of a colour, treated by an overall pass: ink by itself would have no tone but black. */
const treated = (hex: string, ...steps: Step[]): Sheet => sheet([pass('f', flat(hex)), pass('o', { kind: 'overall' }, { steps })]);

describe('blur', () => {
  beforeAll(opencv);

  // OpenCV 4.5 by @techstark/opencv-js (Apache-2.0), single precision.
  test.each([0.6, 1.5, 3, 7.3])('at σ %d px is OpenCV’s Gaussian within 4 units of 16384 and the tail cut off at 3 σ', (sigma) => {
    const [width, height] = [120, 90];
    const plane = Int16Array.from({ length: width * height }, (_, i) => (i * 7919) % (ONE + 1));
    const region = { x: 0, y: 0, width, height };
    const ours = blurred(plane, 1, region, sigma, kernels);
    const from = cv.matFromArray(height, width, cv.CV_32F, [...plane]);
    const to = new cv.Mat();
    const side = 2 * Math.ceil(3 * sigma) + 1;
    cv.GaussianBlur(from, to, new cv.Size(side, side), sigma, sigma, cv.BORDER_REFLECT_101);
    const reach = Math.ceil(3 * sigma);
    let farthest = 0;
    for (let y = reach; y < height - reach; y++) {
      for (let x = reach; x < width - reach; x++) {
        const i = y * width + x;
        farthest = Math.max(farthest, Math.abs((ours[i] as number) - (to.data32F[i] as number)));
      }
    }
    expect(farthest).toBeLessThanOrEqual(4);
    expect(blurred(plane, 1, region, sigma, referenceKernels)).toEqual(ours);
    from.delete();
    to.delete();
  });

  test('keeps the mean, and takes ink, tone and colour as they come', () => {
    const art = (steps: Step[]): Node => graphOf(sheet([pass('a', picture('ramp'), { steps })])).passes.get('a') as Node;
    const kinds = [[], [step('invert')], [step('screen', { lpi: 8 })]].map((steps) => art([...steps, step('blur', { radius: 0.5 })]).kind);
    expect(kinds).toEqual(['colour', 'tone', 'ink']);
    const region = { x: 20, y: 20, width: 100, height: 120 };
    const [sharp, soft] = [[step('screen', { lpi: 8 })], [step('screen', { lpi: 8 }), step('blur', { radius: 0.5 })]].map((steps) =>
      meanOf(planeOf(rasterOf(art(steps), region))),
    );
    expect(soft).toBeCloseTo(sharp as number, 2);
  });
});

describe('tone', () => {
  test('invert twice is nothing; black and white cuts where it says, with so soft a passage', () => {
    expect(greyAt(treated('#336699', step('invert'), step('invert', {}, { id: 'again' })))).toBeCloseTo(
      greyAt(treated('#336699', step('levels', { auto: false }))),
      3,
    );
    const at = (cut: number, softness: number): number => greyAt(treated('#808080', step('threshold', { auto: false, cut, softness })));
    expect([at(0.5, 0), at(0.51, 0)]).toEqual([1, 0]);
    expect(at(0.5, 0.2)).toBeCloseTo((128 / 255 - 0.5) / 0.2 + 0.5, 3);
  });

  test('a stop more is twice the light', () => {
    // IEC 61966-2-1: code 128 is .215861 of white's light; twice that is encoded as 176.
    expect(greyAt(treated('#808080', step('exposure', { stops: 1 }))) * 255).toBeCloseTo(176, 0);
    expect(greyAt(treated('#b0b0b0', step('exposure', { stops: -1 }))) * 255).toBeCloseTo(128, 0);
  });
});

describe('warmth', () => {
  // The mired table: 5500 → 3400 K is +112.3, 5500 → 3200 K +130.7.
  test.each([
    [3400, 112.3],
    [3200, 130.7],
  ])('from 5500 K to %d K is +%d mired', (kelvin, shift) => {
    expect(miredOf(kelvin) - miredOf(5500)).toBeCloseTo(shift, 1);
    expect(shiftedKelvin(5500, shift)).toBeCloseTo(kelvin, -1);
  });

  // Planck's law through the CIE 1931 observer: x, y of a full radiator at 2856 K (illuminant A, CIE 15) and at
  // 6500 and 4000 K (CIE 15 tables, from memory).
  test.each([
    [2856, 0.4476, 0.4074],
    [4000, 0.3805, 0.3768],
    [6500, 0.3135, 0.3237],
  ])('the full radiator at %d K has chromaticity %d, %d', (kelvin, x, y) => {
    const [foundX, foundY] = radiatorChromaticity(kelvin);
    expect(Math.abs(foundX - x)).toBeLessThan(0.001);
    expect(Math.abs(foundY - y)).toBeLessThan(0.001);
  });

  test('no shift lets all light through; a warm one keeps luminance, lifts red and takes blue', () => {
    warmthGains(0).forEach((gain) => expect(gain).toBeCloseTo(1, 9));
    const [r, g, b] = warmthGains(112);
    expect(0.2126 * r + 0.7152 * g + 0.0722 * b).toBeCloseTo(1, 9);
    expect(r).toBeGreaterThan(1.2);
    expect(b).toBeLessThan(0.5);
    const [cr, , cb] = warmthGains(-60);
    expect([cr < 1, cb > 1]).toEqual([true, true]);
  });

  test('at half strength it lies midway', () => {
    const blue = (amount: number): number => {
      const { data } = rasterOf(graphOf(treated('#808080', step('warmth', { shift: 80 }, { amount }))).root, {
        x: 9,
        y: 9,
        width: 1,
        height: 1,
      });
      return data[2] as number;
    };
    expect(Math.abs(blue(0.5) - (blue(0) + blue(1)) / 2)).toBeLessThanOrEqual(1);
  });
});

describe('colour', () => {
  const rgb = (of: Sheet, x = 60, y = 60): number[] => [...rasterOf(graphOf(of).root, { x, y, width: 1, height: 1 }).data];

  test('a tint keeps every tone’s luma and gives it the ink’s hue', () => {
    const luma = ([r, g, b]: number[]): number => 0.2126 * (r as number) + 0.7152 * (g as number) + 0.0722 * (b as number);
    for (const hex of ['#202020', '#808080', '#e0e0e0', '#a04020']) {
      const [before, after] = [rgb(treated(hex)), rgb(treated(hex, step('tint', { ink: { srgb: '#1f5f78' } })))];
      expect(Math.abs(luma(before) - luma(after))).toBeLessThan(0.002 * ONE);
      expect(after[2]).toBeGreaterThan(after[0] as number);
    }
  });

  test('colour comes back through the screen only where its dots print: none at 0, the picture’s own at 100 %', () => {
    const of = (share: number): Sheet =>
      sheet([pass('a', picture('motley'), { steps: [step('screen', { lpi: 7 }), step('colour-back', { share })] })]);
    const region = { x: 40, y: 40, width: 80, height: 80 };
    const data = (sheetOf: Sheet): Int16Array => rasterOf(graphOf(sheetOf).root, region).data;
    const [bare, none, all, original] = [
      data(sheet([pass('a', picture('motley'), { steps: [step('screen', { lpi: 7 })] })])),
      data(of(0)),
      data(of(1)),
      data(sheet([pass('a', picture('motley'))])),
    ];
    expect(none).toEqual(bare);
    let off = 0;
    for (let i = 0; i < all.length; i += 4) {
      expect(all[i + 3]).toBe(bare[i + 3]);
      if (all[i + 3] !== ONE || original[i + 3] !== ONE) continue;
      for (let c = 0; c < 3; c++) off = Math.max(off, Math.abs((all[i + c] as number) - (original[i + c] as number)));
    }
    expect(off).toBeLessThanOrEqual(1);
  });
});

describe('ink spread', () => {
  const disc = (spread: Record<string, unknown>): Sheet =>
    sheet(
      [
        pass('d', freshSource('shape', { form: 'ellipse', colour: { srgb: '#000000' } }), {
          placement: { x: 20, y: 25, width: 20, height: 20, turn: 0, flipX: false, flipY: false, fit: 'free', beyond: 'nothing' },
          steps: [step('ink-spread', { ragged: 0, ...spread })],
        }),
      ],
      { ppi: 200 },
    );
  const areaOf = (of: Sheet): number => {
    const graph = graphOf(of);
    return (
      (meanOf(planeOf(rasterOf(graph.passes.get('d') as Node, graph.region))) * graph.region.width * graph.region.height) /
      graph.scale.pxPerMm ** 2
    );
  };

  test.each([0.05, 0.2, 0.7])('a disc grows by %d mm all round, within a tenth of a pixel', (spread) => {
    const tenth = 25.4 / 200 / 10;
    const off = Math.abs(areaOf(disc({ spread })) - Math.PI * (10 + spread) ** 2);
    expect(off).toBeLessThan(2 * Math.PI * (10 + spread) * tenth);
  });

  test('ragged edges wander and cover about as much; another seed, another edge', () => {
    const ragged = areaOf(disc({ spread: 0.4, ragged: 0.5 }));
    expect(Math.abs(ragged - Math.PI * 10.4 ** 2)).toBeLessThan(4);
    expect(areaOf(disc({ spread: 0.4, ragged: 0.5, seed: 9 }))).not.toBe(ragged);
  });

  test('folds into a draft’s curve: the draft prints as much ink as the print does, within 2 %', () => {
    const of = sheet(
      [pass('a', picture('ramp'), { steps: [step('screen', { lpi: 12 }), step('ink-spread', { spread: 0.12, ragged: 0 })] })],
      { ppi: 300 },
    );
    const ink = (halvings: number | null): number => {
      const graph = halvings === null ? graphOf(of) : graphOf(of, draftScale(SIZE, 300, halvings));
      return meanOf(planeOf(rasterOf(convertNode(graph.passes.get('a') as Node, 'ink'), graph.region)));
    };
    expect(Math.abs(ink(4) - ink(null))).toBeLessThan(0.02);
  });
});

describe('a picture laid over a finished sheet', () => {
  // Common practice: the same plate by multiply on a light picture, by screen on a dark one.
  test('a dark plate goes down by multiply on a light picture, by screen on a dark one', () => {
    expect(chosenLay(0.2, 0.8)).toEqual({ mode: 'multiply', strength: expect.closeTo(0.28, 2) as number });
    expect(chosenLay(0.2, 0.15).mode).toBe('screen');
  });
  test('never covers: the mean moves by no more than 18 %, unless a quarter’s strength moves it more', () => {
    for (let over = 0; over <= 1; over += 0.1) {
      for (let under = 0; under <= 1; under += 0.1) {
        const { mode, strength } = chosenLay(over, under);
        const moved = strength * (mode === 'multiply' ? under * (1 - over) : over * (1 - under));
        expect(strength === 0.25 || moved <= 0.186).toBe(true);
      }
    }
  });
});
