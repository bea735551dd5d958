import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Region } from '@uvrant/core';
import { BandThread } from '../src/render/band-thread';
import { bandsByThreads } from '../src/render/bands-by-threads';
import type { PrintJob } from '../src/render/print-job';

const folder = mkdtempSync(join(tmpdir(), 'uvrant-threads-'));
afterAll(() => rmSync(folder, { recursive: true }));

const job = {} as PrintJob;
const region = { x: 0, y: 0, width: 8, height: 8 };

/** A thread that answers an order as the line says: of `number` and `port`. */
const thread = (line: string): BandThread => {
  const script = join(folder, `${String(Math.random()).slice(2)}.mjs`);
  writeFileSync(script, `import { parentPort as port } from 'node:worker_threads'; port.on('message', ({ number }) => { ${line} });\n`);
  return new BandThread(script, job);
};

test('bands come back by their numbers, in whatever order they are done', async () => {
  const reversed = thread(
    `globalThis.kept = [number, ...(globalThis.kept ?? [])];
     if (number === 2) for (const n of kept) port.postMessage({ number: n, bytes: Uint8Array.of(n) });`,
  );
  const bands = await Promise.all([0, 1, 2].map((number) => reversed.ask({ number, region })));
  expect(bands.map(([first]) => first)).toEqual([0, 1, 2]);
  await reversed.end();
});

test('a band that cannot be rendered says why, and the next one is rendered', async () => {
  const faulty = thread(`port.postMessage(number === 0 ? { number, fault: 'no room' } : { number, bytes: Uint8Array.of(7) });`);
  await expect(faulty.ask({ number: 0, region })).rejects.toThrow('no room');
  expect([...(await faulty.ask({ number: 1, region }))]).toEqual([7]);
  await faulty.end();
});

test('a thread that dies midway fails what it was asked, and all that is asked of it later', async () => {
  const dying = thread(`if (number === 1) process.exit(3);`);
  const asked = [0, 1].map((number) => dying.ask({ number, region }));
  for (const each of asked) await expect(each).rejects.toThrow('stopped before it was done');
  await expect(dying.ask({ number: 2, region })).rejects.toThrow('stopped before it was done');
  const throwing = thread(`throw new Error('out of order');`);
  await expect(throwing.ask({ number: 0, region })).rejects.toThrow('out of order');
  await expect(throwing.ask({ number: 1, region })).rejects.toThrow('out of order');
});

describe('bands by several threads', () => {
  const bands = Array.from({ length: 23 }, (_, i) => ({ x: 0, y: 8 * i, width: 8, height: 8 }));
  const script = (line: string): string => {
    const path = join(folder, `${String(Math.random()).slice(2)}.mjs`);
    writeFileSync(
      path,
      `import { parentPort as port } from 'node:worker_threads'; port.on('message', ({ number, region }) => { ${line} });\n`,
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
    const { given, mine } = await taken(`setTimeout(() => { ${answer} }, 60);`, 2);
    expect(given).toEqual(inOrder);
    expect(mine.length).toBeGreaterThan(bands.length / 2);
  });

  test('a thread that is not among them renders none', async () => {
    const { given, mine } = await taken(answer, 2, false);
    expect([given, mine]).toEqual([inOrder, []]);
  });

  test('what a helper cannot render ends them all, with its words', async () => {
    await expect(taken(`if (number > 5) port.postMessage({ number, fault: 'no room' }); else ${answer}`, 2)).rejects.toThrow('no room');
  });
});
