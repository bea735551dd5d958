import { chanceAt, fade, Latest, smoothNoise } from '../src';
import { filled } from '../src/units/filled';
import { once, remembering } from '../src/units/remember';

describe('what is remembered', () => {
  test('is made when it is first asked for, and never again', () => {
    let made = 0;
    const table = once(() => ({ number: ++made }));
    expect(made).toBe(0);
    expect(table()).toBe(table());
    expect(made).toBe(1);
    // Nothing is a value, too.
    const none = once(() => void made++);
    expect([none(), none(), made]).toEqual([undefined, undefined, 2]);
  });

  test('are the latest few: the one put first goes', () => {
    const asked: number[] = [];
    const square = remembering(2, String, (n: number) => (asked.push(n), n * n));
    expect([3, 4, 3, 5, 3].map(square)).toEqual([9, 16, 9, 25, 9]);
    expect(asked).toEqual([3, 4, 5, 3]);
    const latest = new Latest<string, number>(1);
    latest.put('a', 1);
    latest.put('b', 2);
    expect([latest.get('a'), latest.get('b')]).toEqual([undefined, 2]);
  });
});

test('an array is filled by its places as `from` does it, and held to what it can hold', () => {
  const entry = (at: number): number => at * 300 - 70_000.6;
  for (const Kind of [Int16Array, Int32Array, Uint8Array, Uint32Array, Float64Array]) {
    expect(filled(new Kind(500), entry)).toEqual(Kind.from(Array.from({ length: 500 }, (_, at) => entry(at))));
  }
});

describe('chance', () => {
  test('falls evenly: χ² of 256 shares of 65 536 draws lies within 99.9 % of its distribution (255 degrees of freedom)', () => {
    for (const seed of [0, 83, 4096]) {
      const counts = new Float64Array(256);
      for (let i = 0; i < 65_536; i++) {
        const share = Math.floor(256 * chanceAt(i % 256, Math.floor(i / 256), seed));
        counts[share] = (counts[share] as number) + 1;
      }
      const squares = counts.reduce((sum, count) => sum + (count - 256) ** 2 / 256, 0);
      // Quantiles at 0.05 % and 99.95 % by Wilson and Hilferty's approximation (1931), z = ± 3.2905.
      const bound = (z: number): number => 255 * (1 - 2 / (9 * 255) + z * Math.sqrt(2 / (9 * 255))) ** 3;
      expect(squares).toBeGreaterThan(bound(-3.2905));
      expect(squares).toBeLessThan(bound(3.2905));
    }
  });

  test('is smooth between: it has the chances of its corners there, and its fade is level at both ends', () => {
    for (const [x, y] of [
      [3, 5],
      [-7, 2],
      [0, -1],
    ] as const) {
      expect(smoothNoise(x, y, 9)).toBe(chanceAt(x, y, 9));
      expect(smoothNoise(x + 1 - 1e-9, y, 9)).toBeCloseTo(chanceAt(x + 1, y, 9), 12);
    }
    expect([fade(0), fade(0.5), fade(1)]).toEqual([0, 0.5, 1]);
    for (const end of [0, 1]) expect((fade(end + 1e-4) - fade(end - 1e-4)) / 2e-4).toBeCloseTo(0, 6);
  });
});
