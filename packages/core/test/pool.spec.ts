import { ByteCache, Pool, type Raster } from '../src';

const raster = (side: number): Raster => ({
  kind: 'tone',
  region: { x: 0, y: 0, width: side, height: side },
  tone: new Int16Array(side * side),
  coverage: new Int16Array(side * side),
});

describe('a cache bounded by bytes', () => {
  test('what was used longest ago goes first, and reading counts as use', () => {
    const cache = new ByteCache<string>(30);
    for (const name of ['a', 'b', 'c']) cache.put(name, name, 10);
    cache.get('a');
    cache.put('d', 'd', 10);
    expect(['a', 'b', 'c', 'd'].map((name) => cache.get(name))).toEqual(['a', undefined, 'c', 'd']);
    expect(cache.bytes).toBe(30);
  });

  test('an entry put again counts once; one larger than the cache is not kept and drives nothing else out', () => {
    const cache = new ByteCache<string>(30);
    cache.put('a', 'first', 10);
    cache.put('a', 'second', 20);
    expect([cache.get('a'), cache.bytes]).toEqual(['second', 20]);
    cache.put('b', 'huge', 31);
    expect([cache.get('a'), cache.get('b'), cache.bytes]).toEqual(['second', undefined, 20]);
  });
});

describe('a pool of rasters', () => {
  test('wants a dear one at once, another when it is asked for again, and never what is quicker made', () => {
    const pool = new Pool(1000);
    expect(pool.wants('dear', 'dear')).toBe(true);
    expect([1, 2, 3].map(() => pool.wants('usual', undefined))).toEqual([false, true, false]);
    expect([1, 2, 3].map(() => pool.wants('quick', 'never'))).toEqual([false, false, false]);
  });

  test('forgets that a raster was asked for once thousands of others have been', () => {
    const pool = new Pool(1000);
    pool.wants('old', undefined);
    for (let i = 0; i < 5000; i++) pool.wants(`${i}`, undefined);
    expect(pool.wants('old', undefined)).toBe(false);
    expect(pool.wants('4999', undefined)).toBe(true);
  });

  test('a shared raster is found by every pool with the same common one; any other only by its own', () => {
    const common = new Pool(1000);
    const [one, two] = [new Pool(1000, common), new Pool(1000, common)];
    const [shared, own] = [raster(2), raster(2)];
    one.put('texture', shared, 16, 'shared');
    one.put('draft', own, 16, 'dear');
    expect([one.get('texture'), two.get('texture')]).toEqual([shared, shared]);
    expect([one.get('draft'), two.get('draft')]).toEqual([own, undefined]);
    expect([one.bytes, two.bytes, common.bytes]).toEqual([16, 0, 16]);
  });

  test('what planning has touched outlives what it has not', () => {
    const pool = new Pool(40);
    pool.put('read', raster(2), 16);
    pool.put('left', raster(2), 16);
    expect([pool.touch('read'), pool.touch('missing')]).toEqual([true, false]);
    pool.put('new', raster(2), 16);
    expect([pool.touch('read'), pool.touch('left'), pool.touch('new')]).toEqual([true, false, true]);
  });
});
