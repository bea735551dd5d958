import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BandThread } from '../src/render/band-thread';
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
