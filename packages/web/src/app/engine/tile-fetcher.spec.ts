import { levelsOf, tileKey, type SourceInfo, type TileName } from '@uvrant/core';
import { TileFetcher } from './tile-fetcher';

const info: SourceInfo = { sha256: 'a'.repeat(64), width: 1600, height: 700, channels: 1, depth: 8, levels: levelsOf(1600, 700) };
const infoOf = (sha256: string): SourceInfo | undefined => (sha256 === info.sha256 ? info : undefined);
const name = (x: number): TileName => ({ sha256: info.sha256, level: 0, x, y: 0 });
const keys = (held: ReadonlyMap<string, unknown>): string[] => [...held.keys()].sort();

/** A server of tiles of 512 × 512 px, answered when told. */
const server = () => {
  const asked: string[] = [];
  const waiting: (() => void)[] = [];
  let fails = false;
  const get = (url: string, signal: AbortSignal | null): Promise<Response> => {
    asked.push(url.split('/tiles/')[1] as string);
    const answer = { ok: !fails, status: fails ? 503 : 200, arrayBuffer: () => Promise.resolve(new ArrayBuffer(512 * 512)) };
    return new Promise((resolve, reject) => {
      signal?.addEventListener('abort', () => reject(new Error('called off')));
      waiting.push(() => resolve(answer as Response));
    });
  };
  return {
    asked,
    get,
    failing: (next: boolean) => (fails = next),
    answer: async () => {
      for (const each of waiting.splice(0)) each();
      await new Promise((resolve) => setTimeout(resolve));
    },
  };
};

const roomFor = (tiles: number): number => tiles * 512 * 512;

test('a tile is asked for once, whether it is on its way, ahead or kept', async () => {
  const { asked, get, answer } = server();
  const tiles = new TileFetcher(roomFor(4), get);
  tiles.fetchAhead([name(0), name(1)], infoOf);
  const both = tiles.fetched([name(0), name(1)], infoOf);
  await answer();
  expect(keys(await both)).toEqual([tileKey(name(0)), tileKey(name(1))]);
  expect([...(await tiles.fetched([name(1)], infoOf)).values()][0]).toMatchObject({ width: 512, height: 512 });
  expect(asked).toEqual(['0/0/0', '0/1/0']);
});

test('what was fetched ahead is there for its task though the cache has no room, and goes with the next announcement', async () => {
  const { asked, get, answer } = server();
  const tiles = new TileFetcher(roomFor(0), get);
  tiles.fetchAhead([name(0), name(1), name(2)], infoOf);
  await answer();
  expect(keys(await tiles.fetched([name(0), name(1), name(2)], infoOf))).toHaveLength(3);
  expect(asked).toHaveLength(3);
  tiles.fetchAhead([name(1)], infoOf);
  const again = tiles.fetched([name(0), name(1)], infoOf);
  await answer();
  await again;
  expect(asked.slice(3)).toEqual(['0/0/0']);
});

test('a tile at the picture’s edge is as narrow as what is left there', async () => {
  const { get, answer } = server();
  const asking = new TileFetcher(roomFor(4), get).fetched([name(3)], infoOf);
  await answer();
  expect([...(await asking).values()].map(({ width, height }) => [width, height])).toEqual([[1600 - 3 * 512, 512]]);
});

test('what fails ahead is asked for again by its task, which says so where that fails too', async () => {
  const { asked, get, answer, failing } = server();
  const tiles = new TileFetcher(roomFor(4), get);
  failing(true);
  tiles.fetchAhead([name(0)], infoOf);
  await answer();
  const failed = tiles.fetched([name(0)], infoOf);
  const said = expect(failed).rejects.toThrow('cannot be fetched (503)');
  await answer();
  await said;
  failing(false);
  const later = tiles.fetched([name(0)], infoOf);
  await answer();
  expect((await later).size).toBe(1);
  expect(asked).toHaveLength(3);
  await expect(tiles.fetched([{ ...name(0), sha256: 'b'.repeat(64) }], infoOf)).rejects.toThrow('is not here');
});

test('what is called off is waited for no longer, and asked for again by the next task', async () => {
  const { asked, get, answer } = server();
  const tiles = new TileFetcher(roomFor(4), get);
  tiles.fetchAhead([name(0)], infoOf);
  const stop = new AbortController();
  const first = tiles.fetched([name(1), name(2)], infoOf, stop.signal);
  stop.abort();
  await expect(first).rejects.toThrow('called off');
  const second = tiles.fetched([name(0), name(1)], infoOf, new AbortController().signal);
  await answer();
  expect(keys(await second)).toEqual([tileKey(name(0)), tileKey(name(1))]);
  expect(asked).toEqual(['0/0/0', '0/1/0', '0/2/0', '0/1/0']);
});
