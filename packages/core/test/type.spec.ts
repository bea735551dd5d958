import { deflateSync } from 'node:zlib';
import type * as ResvgModule from '@resvg/resvg-js';
import type * as Fontkit from 'fontkit';
import type { Shaper } from '@uvrant/shaping';
import {
  capShare,
  emOf,
  Fill,
  flattened,
  FontError,
  fontName,
  layoutOf,
  ONE,
  sfntOf,
  SHIPPED_FONTS,
  stroked,
  tilesOf,
  type Contour,
  type Face,
  type Region,
  type TypeDials,
} from '../src';
import { kernels } from './support/sheets';
import { filesOf, fontFile, inflated, shaperOfAll } from './support/fonts';

/* eslint-disable @typescript-eslint/no-require-imports */
const fontkit = require('fontkit') as typeof Fontkit;
const { Resvg } = require('@resvg/resvg-js') as typeof ResvgModule;
/* eslint-enable @typescript-eslint/no-require-imports */

let shaper: Shaper;
beforeAll(async () => {
  shaper = await shaperOfAll();
});
const face = (family: string): Face => shaper.face({ family });

const dials = (change: Partial<TypeDials> = {}): TypeDials => ({
  text: 'Perigee hours',
  size: 20,
  sizeBy: 'em',
  leading: 1,
  tracking: 0,
  align: 'left',
  upperCase: false,
  lines: 'as set',
  stretch: 1,
  ...change,
});

describe('shaping', () => {
  const advance = (family: string, text: string): number =>
    face(family)
      .shape(text)
      .reduce((sum, glyph) => sum + glyph.advance, 0);
  const theirs = (family: string, text: string): number => {
    const font = fontkit.create(Buffer.from(filesOf(SHIPPED_FONTS.find((each) => each.family === family)!)[0]!));
    return font.layout(text).advanceWidth;
  };
  const texts = ['PERIGEE HOURS', 'office fluffy waffle', 'AVATAR To. We. 24 Nov'];

  test.each(SHIPPED_FONTS.map(({ family }) => family))('%s: HarfBuzz advances are fontkit’s (2.0.4, MIT)', (family) => {
    for (const text of texts) expect([text, Math.round(advance(family, text))]).toEqual([text, Math.round(theirs(family, text))]);
  });

  test('a letter outside the first file comes from the next; one that no file has is named', () => {
    const [l, ...rest] = face('anton').shape('Łódź');
    expect(l?.glyph).toBeGreaterThan(2 ** 16);
    expect(rest.every(({ glyph }) => glyph !== 0)).toBe(true);
    const { lines } = layoutOf(dials({ text: 'A漢B漢字' }), face('anton'), { width: 100, height: 1000 });
    expect(lines[0]?.missing).toBe('漢字');
  });
});

describe('a layout', () => {
  test('size by cap height makes capitals so high', () => {
    const anton = face('anton');
    const em = emOf({ size: 14, sizeBy: 'cap height' }, anton);
    expect(em * capShare(anton)).toBeCloseTo(14, 9);
    expect(emOf({ size: 14, sizeBy: 'em' }, anton)).toBe(14);
  });

  test('fitted lines are each as wide as the measure, with one gap between them', () => {
    const { lines, height } = layoutOf(dials({ text: 'PERIGEE\nHOURS', lines: 'fit' }), face('anton'), { width: 300, height: 1000 });
    const cap = capShare(face('anton'));
    lines.forEach(({ width }) => expect(width).toBeCloseTo(300, 9));
    const [first, second] = lines as [(typeof lines)[0], (typeof lines)[0]];
    expect(first.baseline).toBeCloseTo(cap * first.em, 9);
    expect(second.baseline - cap * second.em - first.baseline).toBeCloseTo((1 - cap) * Math.min(first.em, second.em), 9);
    expect(height).toBe(second.baseline);
  });

  test('fitted to a box too low for them, lines are made smaller together until they end with it', () => {
    const set = dials({ text: 'PERIGEE\nHOURS', lines: 'fit box', align: 'centre' });
    const free = layoutOf(set, face('anton'), { width: 300, height: 1000 });
    expect(free).toEqual(layoutOf({ ...set, lines: 'fit' }, face('anton'), { width: 300, height: 1000 }));
    const held = layoutOf(set, face('anton'), { width: 300, height: 90 });
    expect(held.height).toBeCloseTo(90, 9);
    held.lines.forEach(({ width, x }) => {
      expect(width).toBeCloseTo((300 * 90) / free.height, 9);
      expect(x + width / 2).toBeCloseTo(150, 9);
    });
  });

  test('lines are broken between words where the measure asks, as evenly as may be', () => {
    const text = 'the moon drew so near that the tide stood over the quay and the last boats';
    const set = dials({ text, lines: 'wrap' });
    const { lines } = layoutOf(set, face('archivo-black'), { width: 200, height: 1000 });
    expect(lines.map((line) => line.text).join(' ')).toBe(text);
    lines.forEach(({ width }) => expect(width).toBeLessThanOrEqual(200));
    // Every way to break it into lines that fit, tried: none leaves a smaller sum of squares (Knuth and Plass 1981 minimise such a sum).
    const words = text.split(' ');
    const wide = (from: number, to: number): number =>
      layoutOf(dials({ text: words.slice(from, to).join(' ') }), face('archivo-black'), { width: 200, height: 1000 }).lines[0]!.width;
    const least = (from: number): number => {
      if (from === words.length) return 0;
      let best = Infinity;
      for (let to = from + 1; to <= words.length && (to === from + 1 || wide(from, to) <= 200); to++) {
        const empty = to === words.length ? 0 : Math.max(0, 200 - wide(from, to));
        best = Math.min(best, empty * empty + least(to));
      }
      return best;
    };
    const empties = lines.slice(0, -1).map(({ width }) => (200 - width) ** 2);
    expect(empties.reduce((sum, each) => sum + each, 0)).toBeCloseTo(least(0), 3);
  });

  test('a word wider than the measure stands by itself, and lines that were broken by hand stay so', () => {
    const text = 'a extraordinarily b\nc d';
    const { lines } = layoutOf(dials({ text, lines: 'wrap' }), face('archivo-black'), { width: 60, height: 1000 });
    expect(lines.map((line) => line.text)).toEqual(['a', 'extraordinarily', 'b', 'c d']);
  });

  test('spread letters end where the measure does; the set size is kept', () => {
    const [line] = layoutOf(dials({ lines: 'spread', align: 'centre' }), face('bebas-neue'), { width: 250, height: 1000 }).lines;
    expect([line?.width, line?.x, line?.em]).toEqual([expect.closeTo(250, 9), expect.closeTo(0, 9), 20]);
  });

  test('tracking, stretch, alignment and upper case', () => {
    const width = (change: Partial<TypeDials>): number =>
      layoutOf(dials(change), face('archivo-black'), { width: 400, height: 1000 }).lines[0]?.width as number;
    const plain = width({});
    expect(width({ tracking: 100 })).toBeCloseTo(plain + 12 * 2, 9);
    expect(width({ stretch: 1.5 })).toBeCloseTo(1.5 * plain, 9);
    expect(layoutOf(dials({ align: 'right' }), face('archivo-black'), { width: 400, height: 1000 }).lines[0]?.x).toBeCloseTo(
      400 - plain,
      9,
    );
    expect(layoutOf(dials({ upperCase: true }), face('archivo-black'), { width: 400, height: 1000 }).lines[0]?.text).toBe('PERIGEE HOURS');
  });

  test('an empty text and empty lines take their room and draw nothing', () => {
    const { lines } = layoutOf(dials({ text: 'A\n\nB' }), face('anton'), { width: 100, height: 1000 });
    expect(lines.map(({ glyphs }) => glyphs.length)).toEqual([1, 0, 1]);
    expect(layoutOf(dials({ text: '' }), face('anton'), { width: 100, height: 1000 }).lines[0]?.glyphs).toEqual([]);
  });
});

describe('the scanline', () => {
  const region: Region = { x: 0, y: 0, width: 400, height: 160 };
  const contoursOf = (family: string, text: string, size: number, x: number, y: number): Contour[] => {
    const each = face(family);
    return layoutOf(dials({ text, size }), each, { width: 400, height: 1000 }).lines.flatMap(({ glyphs }) =>
      glyphs.flatMap((at) => flattened(each.outline(at.glyph), { a: at.scaleX, b: 0, c: x + at.x, d: 0, e: -at.scaleY, f: y + at.y })),
    );
  };

  /** Coverage counted on 16 × 16 points a pixel, non-zero winding. */
  const supersampled = (contours: readonly Contour[], { width, height }: Region): Float64Array => {
    const out = new Float64Array(width * height);
    for (let line = 0; line < 16 * height; line++) {
      const y = (line + 0.5) / 16;
      const crossings: [number, number][] = [];
      for (const contour of contours) {
        for (let i = 0; i < contour.length; i += 2) {
          const next = (i + 2) % contour.length;
          const [ax, ay, bx, by] = [contour[i], contour[i + 1], contour[next], contour[next + 1]] as [number, number, number, number];
          if (ay <= y === by <= y) continue;
          crossings.push([ax + ((y - ay) / (by - ay)) * (bx - ax), ay < by ? 1 : -1]);
        }
      }
      crossings.sort((a, b) => a[0] - b[0]);
      let winding = 0;
      crossings.forEach(([x, turn], i) => {
        winding += turn;
        if (winding === 0) return;
        const end = crossings[i + 1]?.[0] ?? x;
        for (let s = Math.ceil(x * 16 - 0.5); s < end * 16 - 0.5; s++) {
          const pixel = Math.floor(s / 16);
          if (pixel >= 0 && pixel < width) out[Math.floor(line / 16) * width + pixel]! += 1 / 256;
        }
      });
    }
    return out;
  };

  test.each(['anton', 'pacifico', 'unifrakturmaguntia'])(
    '%s: within 10/255 of 16 × 16 supersampling, and in the mean within 0.1/255',
    (family) => {
      const contours = contoursOf(family, 'Perigee waffle', 60, 7.3, 20.6);
      const coverage = new Fill(contours).coverage(region, kernels) as Int16Array;
      const wanted = supersampled(contours, region);
      const off = Array.from(coverage, (v, i) => Math.abs(v / ONE - (wanted[i] as number)) * 255);
      expect(Math.max(...off)).toBeLessThanOrEqual(10);
      expect(off.reduce((a, b) => a + b, 0) / off.length).toBeLessThanOrEqual(0.1);
    },
  );

  test('against resvg (2.6.2, MPL-2.0): within 8/255 in 97 pixels of a hundred, none by more than 80', () => {
    const contours = contoursOf('anton', 'Perigee waffle', 60, 7.3, 20.6);
    const path = contours
      .map((c) => `M${Array.from({ length: c.length / 2 }, (_, i) => `${c[2 * i]} ${c[2 * i + 1]}`).join('L')}Z`)
      .join('');
    const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="160"><path d="${path}"/></svg>`;
    const theirs = new Resvg(svg).render().pixels;
    const coverage = new Fill(contours).coverage(region, kernels) as Int16Array;
    const off = Array.from(coverage, (v, i) => Math.abs((v / ONE) * 255 - (theirs[4 * i + 3] as number)));
    // The coarser of the two: by itself it is up to 70/255 off 16 × 16 supersampling.
    expect(Math.max(...off)).toBeLessThanOrEqual(80);
    expect(off.filter((d) => d > 8).length / off.length).toBeLessThan(0.03);
  });

  test('overlapping letters unite: nowhere more than full, and no hole where they cross', () => {
    const square = (x: number): Contour => [x, 20, x + 60, 20, x + 60, 80, x, 80];
    const coverage = new Fill([square(20), square(50)]).coverage({ ...region, width: 140 }, kernels) as Int16Array;
    const row = coverage.subarray(50 * 140, 51 * 140);
    expect([...row].map((v) => v / ONE)).toEqual(Array.from({ length: 140 }, (_, x) => (x >= 20 && x < 110 ? 1 : 0)));
  });

  test('any tiling gives the same bits', () => {
    const fill = new Fill(contoursOf('pacifico', 'Tile by tile', 71, -12.7, 33.3));
    const whole = fill.coverage(region, kernels) as Int16Array;
    for (const side of [1, 17, 64]) {
      for (const tile of tilesOf({ x: 30, y: 20, width: side === 1 ? 9 : 300, height: side === 1 ? 9 : 120 }, side)) {
        const part = fill.coverage(tile, kernels) ?? new Int16Array(tile.width * tile.height);
        for (let y = 0; y < tile.height; y++) {
          const from = (tile.y + y) * region.width + tile.x;
          expect(part.subarray(y * tile.width, (y + 1) * tile.width)).toEqual(whole.subarray(from, from + tile.width));
        }
      }
    }
  });

  test('a stroked square is as wide as told, its corners sharp', () => {
    const area = (contours: readonly Contour[]): number =>
      (new Fill(contours).coverage(region, kernels) as Int16Array).reduce((sum, v) => sum + v / ONE, 0);
    const square: Contour = [40, 40, 100, 40, 100, 100, 40, 100];
    expect(area(stroked([square], 10))).toBeCloseTo(70 * 70 - 50 * 50, 6);
    expect(area(stroked([[20, 60, 120, 60]], 8, false))).toBeCloseTo(800, 6);
  });
});

/** A WOFF of one table that says how long it is unpacked. */
const woffOf = (packed: Uint8Array, length: number): Uint8Array => {
  const file = new Uint8Array(64 + packed.length);
  const view = new DataView(file.buffer);
  view.setUint32(0, 0x774f4646);
  view.setUint16(12, 1);
  [0x6e616d65, 64, packed.length, length].forEach((value, i) => view.setUint32(44 + 4 * i, value));
  file.set(packed, 64);
  return file;
};

describe('font files', () => {
  test('a WOFF is unwrapped to the tables that it holds, and says its name', () => {
    const sfnt = sfntOf(fontFile('anton', 'latin'), inflated);
    expect(fontName(sfnt)).toMatch(/^Anton/);
    expect(sfntOf(sfnt, inflated)).toEqual(sfnt);
  });

  test('of a collection the first font is taken', () => {
    const sfnt = sfntOf(fontFile('anton', 'latin'), inflated);
    const head = new Uint8Array(16);
    const view = new DataView(head.buffer);
    [0x74746366, 0x00010000, 1, 16].forEach((value, i) => view.setUint32(4 * i, value));
    const collection = Uint8Array.from([...head, ...sfnt]);
    // Its tables are counted from the beginning of the file.
    const at = new DataView(collection.buffer);
    for (let i = 0; i < at.getUint16(20); i++) at.setUint32(16 + 12 + 16 * i + 8, at.getUint32(16 + 12 + 16 * i + 8) + 16);
    expect(sfntOf(collection, inflated)).toEqual(sfnt);
  });

  test('a damaged table of names is said', () => {
    const sfnt = sfntOf(fontFile('anton', 'latin'), inflated);
    const view = new DataView(sfnt.buffer);
    const tables = Array.from({ length: view.getUint16(4) }, (_, i) => 12 + 16 * i);
    const name = tables.find((at) => view.getUint32(at) === 0x6e616d65) as number;
    // So many strings as the table has no room for.
    view.setUint16(view.getUint32(name + 8) + 2, 60_000);
    for (let i = 0; i < 40; i++) view.setUint16(view.getUint32(name + 8) + 6 + 12 * i + 6, 99);
    expect(() => fontName(sfnt)).toThrow('table of names is damaged');
  });

  const anton = (): Uint8Array => Uint8Array.from(fontFile('anton', 'latin'));
  test.each([
    ['a text', Uint8Array.from(Buffer.from('this is a text, not a font at all')), 'is no font'],
    ['a collection of nothing', Uint8Array.from(Buffer.from('ttcf............')), 'damaged'],
    [
      'a WOFF that says that it unpacks to gigabytes',
      woffOf(new Uint8Array(8), 3 * 2 ** 30),
      'Unpacked, the font would take 3072 MB; at most 64 MB',
    ],
    ['a WOFF that unpacks to more than it says', woffOf(deflateSync(Buffer.alloc(1e6)), 4000), 'damaged'],
    ['half a font', anton().subarray(0, 4000), 'damaged'],
    ['nothing', new Uint8Array(), 'too short'],
  ])('%s is refused, saying what would do', (_, bytes, words) => {
    expect(() => sfntOf(bytes, inflated)).toThrow(FontError);
    expect(() => sfntOf(bytes, inflated)).toThrow(words);
    expect(() => sfntOf(bytes, inflated)).toThrow('would do');
  });
});
