import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Region } from '@uvrant/core';
import { BandTurns, newOrder } from '../src/render/band-turns';
import { bandsByThreads } from '../src/render/bands-by-threads';

const folder = mkdtempSync(join(tmpdir(), 'uvrant-threads-'));
afterAll(() => rmSync(folder, { recursive: true }));

describe('turns', () => {
  test('give each band to one of those that ask, in groups that are small at the end', () => {
    const order = newOrder({ bands: 9, together: 2, threads: 2 });
    const [one, two] = [new BandTurns(order), new BandTurns(order)];
    one.want(8);
    const taken = Array.from({ length: 8 }, (_, i) => (i % 3 === 0 ? two : one).take());
    expect(taken).toEqual([[0, 1], [2], [3], [4], [5], [6], [7], [8]]);
    expect([one.take(), two.takeOrWait()]).toEqual([[], []]);
  });

  test('give none that is far ahead of the one that is waited for', () => {
    const turns = new BandTurns(newOrder({ bands: 100, together: 1, threads: 2 }));
    expect(Array.from({ length: 7 }, () => turns.take())).toEqual([[0], [1], [2], [3], [4], [5], null]);
    turns.want(1);
    expect([turns.take(), turns.take()]).toEqual([[6], null]);
  });
});

describe('bands by several threads', () => {
  const bands = Array.from({ length: 23 }, (_, i) => ({ x: 0, y: 8 * i, width: 8, height: 8 }));
  const script = (line: string): string => {
    const path = join(folder, `${String(Math.random()).slice(2)}.mjs`);
    const take = 'for (let number; (number = Atomics.add(cells, 0, 1)) < bands.length; )';
    writeFileSync(
      path,
      `import { parentPort as port, workerData } from 'node:worker_threads';
       const { order, bands } = workerData;
       const cells = new Int32Array(order.memory);
       ${take} { const region = bands[number]; ${line} }\n`,
    );
    return path;
  };
  const taken = async (line: string, threads: number, isAmong = true) => {
    const mine: number[] = [];
    const own = (of: Region) => {
      mine.push(of.y / 8);
      return { region: of, bytes: Uint8Array.of(of.y / 8) };
    };
    const given: number[] = [];
    for await (const band of bandsByThreads({ bands, script: script(line), data: {}, threads, isAmong, together: 2, own })) {
      expect(band.bytes[0]).toBe(band.region.y / 8);
      given.push(band.region.y / 8);
    }
    return { given, mine };
  };
  const inOrder = bands.map((_, i) => i);
  const answer = 'port.postMessage({ number, bytes: Uint8Array.of(region.y / 8) });';

  test.each([1, 2, 3, 4])('come in their order by %i threads, each once', async (threads) => {
    const { given, mine } = await taken(answer, threads);
    expect(given).toEqual(inOrder);
    expect(new Set(mine).size).toBe(mine.length);
    if (threads === 1) expect(mine).toEqual(inOrder);
  });

  test('a slow helper is waited for, and does less', async () => {
    const { given, mine } = await taken(`await new Promise((resolve) => setTimeout(resolve, 60)); ${answer}`, 2);
    expect(given).toEqual(inOrder);
    expect(mine.length).toBeGreaterThan(bands.length / 2);
  });

  test('a thread that is not among them renders none', async () => {
    const { given, mine } = await taken(answer, 2, false);
    expect([given, mine]).toEqual([inOrder, []]);
  });

  test('what a helper cannot render ends them all, with its words', async () => {
    await expect(taken(`if (number > 5) port.postMessage({ fault: 'no room' }); else ${answer}`, 2, false)).rejects.toThrow('no room');
    await expect(taken(`if (number > 5) throw new Error('out of order'); ${answer}`, 2, false)).rejects.toThrow('out of order');
  });

  test('a helper that dies midway ends them all', async () => {
    await expect(taken(`if (number > 5) process.exit(3); ${answer}`, 2, false)).rejects.toThrow('stopped before it was done');
  });
});
