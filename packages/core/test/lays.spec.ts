import { createKernels } from '@uvrant/kernels';
import type { BlendMode as SkiaMode, CanvasKit } from 'canvaskit-wasm';
import { BLEND_MODES, composite, ONE, type BlendMode, type ModeName, type Triple } from '../src';
import { numbers } from './support/numbers';

// eslint-disable-next-line @typescript-eslint/no-require-imports
const load = require('canvaskit-wasm') as () => Promise<CanvasKit>;

const SIDE = 64;
/** Unpremultiplied RGBA8; the ends of the scale and full or no coverage come up often. */
const bytesOf = (seed: number): Uint8Array => {
  const next = numbers(seed);
  const end = (): number => (next() < 0.5 ? 0 : 255);
  return Uint8Array.from({ length: 4 * SIDE * SIDE }, () => (next() < 0.2 ? end() : Math.floor(next() * 256)));
};

const SKIA: Partial<Record<ModeName, string>> = {
  normal: 'SrcOver',
  multiply: 'Multiply',
  screen: 'Screen',
  overlay: 'Overlay',
  darken: 'Darken',
  lighten: 'Lighten',
  'color-dodge': 'ColorDodge',
  'color-burn': 'ColorBurn',
  'hard-light': 'HardLight',
  'soft-light': 'SoftLight',
  difference: 'Difference',
  exclusion: 'Exclusion',
  hue: 'Hue',
  saturation: 'Saturation',
  color: 'Color',
  luminosity: 'Luminosity',
};

describe('the table of formulas against the canvaskit-wasm renderer (BSD-3), W3C’s sixteen modes', () => {
  let kit: CanvasKit;
  beforeAll(async () => {
    kit = await load();
  });

  /** What the renderer makes of one picture over another, unpremultiplied RGBA8. */
  const rendered = (mode: string, under: Uint8Array, over: Uint8Array): Uint8Array => {
    const info = {
      width: SIDE,
      height: SIDE,
      colorType: kit.ColorType.RGBA_8888,
      alphaType: kit.AlphaType.Unpremul,
      colorSpace: kit.ColorSpace.SRGB,
    };
    const surface = kit.MakeSurface(SIDE, SIDE);
    if (!surface) throw new Error('no surface');
    const canvas = surface.getCanvas();
    const paint = new kit.Paint();
    const modes = kit.BlendMode as unknown as Record<string, SkiaMode>;
    for (const [bytes, how] of [
      [under, 'Src'],
      [over, mode],
    ] as const) {
      const image = kit.MakeImage(info, bytes, 4 * SIDE);
      if (!image) throw new Error('no image');
      paint.setBlendMode(modes[how] as SkiaMode);
      canvas.drawImage(image, 0, 0, paint);
      image.delete();
    }
    const out = canvas.readPixels(0, 0, info) as Uint8Array;
    const copy = Uint8Array.from(out);
    surface.delete();
    paint.delete();
    return copy;
  };

  const w3c = BLEND_MODES.filter(({ source }) => source === 'W3C');
  test('there are sixteen', () => expect(w3c.map(({ name }) => name).sort()).toEqual(Object.keys(SKIA).sort()));

  test.each(w3c.map((mode): [string, BlendMode] => [mode.name, mode]))('%s within 0.51/255, alpha included', (_, mode) => {
    // Opaque, where the surface keeps eight full bits, and with alpha, where it keeps them premultiplied.
    const [under, over] = [bytesOf(1), bytesOf(2)];
    const opaque = (bytes: Uint8Array): Uint8Array => bytes.map((v, i) => (i % 4 === 3 ? 255 : v));
    for (const [b, s] of [
      [opaque(under), opaque(over)],
      [opaque(under), over],
      [under, over],
    ] as const) {
      let farthest = 0;
      const found = rendered(SKIA[mode.name] as string, b, s);
      for (let i = 0; i < b.length; i += 4) {
        const at = (bytes: Uint8Array, c: number): number => (bytes[i + c] as number) / 255;
        const triple = (bytes: Uint8Array): Triple => [at(bytes, 0), at(bytes, 1), at(bytes, 2)];
        const { colour, alpha } = composite(mode, triple(b), at(b, 3), triple(s), at(s, 3));
        farthest = Math.max(farthest, Math.abs(at(found, 3) - alpha));
        // At little coverage the renderer's own eight bits of premultiplied colour tell less.
        if (alpha > 0.5) colour.forEach((v, c) => (farthest = Math.max(farthest, Math.abs(at(found, c) - v / alpha))));
      }
      expect(farthest * 255).toBeLessThanOrEqual(0.51);
    }
  });
});

describe('the modes beside W3C’s at tones that can be reckoned by hand', () => {
  const channel = (name: ModeName, b: number, s: number): number =>
    BLEND_MODES.find((mode) => mode.name === name)?.formula?.(b, s) as number;
  // Common practice: b + s − 1; full or nothing where b + s reaches 1; b + s; b − s; b / s.
  test.each([
    ['add-ink', 0.7, 0.6, 0.3],
    ['add-ink', 0.2, 0.6, 0],
    ['all-or-nothing', 0.7, 0.3, 1],
    ['all-or-nothing', 0.69, 0.3, 0],
    ['add', 0.7, 0.2, 0.9],
    ['add', 0.7, 0.6, 1],
    ['subtract', 0.7, 0.2, 0.5],
    ['subtract', 0.2, 0.7, 0],
    ['divide', 0.3, 0.6, 0.5],
    ['divide', 0.6, 0.3, 1],
    ['divide', 0, 0, 0],
  ] as const)('%s of %d by %d is %d', (name, b, s, wanted) => expect(channel(name, b, s)).toBeCloseTo(wanted, 12));
});

describe('the kernel against the formula on the same working values', () => {
  const kernels = createKernels();
  const PIXELS = 2500;
  const premultiplied = (seed: number): Int16Array => {
    const next = numbers(seed);
    const data = new Int16Array(4 * PIXELS);
    for (let i = 0; i < data.length; i += 4) {
      const kind = next();
      const alpha = kind < 0.1 ? 0 : kind < 0.6 ? ONE : Math.floor(next() * ONE);
      for (let c = 0; c < 3; c++) data[i + c] = Math.floor(next() * (alpha + 1));
      data[i + 3] = alpha;
    }
    return data;
  };
  const [under, over] = [premultiplied(3), premultiplied(4)];
  const unpremultiplied = (data: Int16Array, i: number): Triple => {
    const alpha = data[i + 3] as number;
    const at = (c: number): number => (alpha > 0 ? (data[i + c] as number) / alpha : 0);
    return [at(0), at(1), at(2)];
  };

  const cases = BLEND_MODES.flatMap((mode) =>
    [false, true].map((atop): [string, BlendMode, boolean] => [`${mode.name}${atop ? ' atop' : ''}`, mode, atop]),
  );
  test.each(cases)('%s within one unit', (_, mode, atop) => {
    const out = new Int16Array(under.length);
    kernels.blend(under, over, mode.name, atop, ONE, null, out);
    let farthest = 0;
    for (let i = 0; i < out.length; i += 4) {
      const [b, s] = [unpremultiplied(under, i), unpremultiplied(over, i)];
      // At its very threshold either side is right.
      if (mode.name === 'all-or-nothing' && b.some((v, c) => Math.abs(v + (s[c] as number) - 1) < 1e-6)) continue;
      const { colour, alpha } = composite(mode, b, (under[i + 3] as number) / ONE, s, (over[i + 3] as number) / ONE, atop);
      [...colour, alpha].forEach((wanted, c) => (farthest = Math.max(farthest, Math.abs((out[i + c] as number) - wanted * ONE))));
    }
    expect(farthest).toBeLessThanOrEqual(1);
  });
});
