import type { Asset, KeptSheet, SendOut } from '@uvrant/contract';
import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { PNG } from 'pngjs';
import sharp from 'sharp';
import { hashOf, png, sheetOf, until } from './support';

const MAIN = join(__dirname, '../dist/main.js');
const dataDir = mkdtempSync(join(tmpdir(), 'uvrant-crash-'));
let process_: ChildProcess;
let address: string;

/** Starts the built server and waits for its address. */
const start = async (): Promise<void> => {
  address = '';
  process_ = spawn(process.execPath, [MAIN, '--port', '0', '--data', dataDir], { stdio: ['ignore', 'pipe', 'inherit'] });
  process_.stdout?.on('data', (chunk: Buffer) => {
    const [, found] = /at (http:\S+)/.exec(chunk.toString()) ?? [];
    if (found) address = found;
  });
  await until(() => address !== '', 60_000);
};

/** The server's process ends at once, with nothing tidied. */
const kill = async (): Promise<void> => {
  const gone = new Promise((resolve) => process_.once('exit', resolve));
  process_.kill('SIGKILL');
  await gone;
};

const json = async <T>(path: string, body?: unknown, method = body === undefined ? 'GET' : 'POST'): Promise<T> => {
  const answer = await fetch(
    address + path,
    body === undefined ? { method } : { method, headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) },
  );
  return (await answer.json()) as T;
};

const upload = (job: string, content: Buffer): Promise<Response> => {
  const form = new FormData();
  form.append('file', new Blob([new Uint8Array(content)]), 'picture.png');
  return fetch(`${address}/api/jobs/${job}/assets`, { method: 'POST', body: form });
};

afterAll(async () => {
  await kill();
  rmSync(dataDir, { recursive: true, force: true });
});

test('killed in the middle of an ingest and of a send-out, the server finds each file whole or absent and each accepted edit there', async () => {
  await start();
  const job = (await json<{ id: string }[]>('/api/jobs'))[0]!.id;
  const small = await png(160, 120);
  const asset = (await (await upload(job, small)).json()) as Asset;
  const document = sheetOf(asset.sha256, asset, 200, { width: 457.2, height: 609.6 });
  let sheet = await json<KeptSheet>(`/api/jobs/${job}/sheets`, { document });
  for (const name of ['One', 'Two', 'Three']) {
    sheet = await json<KeptSheet>(
      `/api/sheets/${sheet.id}`,
      { baseRevision: sheet.revision, editId: `edit-${name}`, document: { ...document, name } },
      'PUT',
    );
  }

  // In the middle of an ingest: a picture of 20 megapixels of noise takes a while.
  const noise = await sharp({
    create: { width: 5000, height: 4000, channels: 3, background: '#808080', noise: { type: 'gaussian', mean: 128, sigma: 60 } },
  })
    .jpeg({ quality: 95 })
    .toBuffer();
  const sha256 = hashOf(noise);
  void upload(job, noise).catch(() => undefined);
  await until(() => readdirSync(join(dataDir, 'incoming')).some((name) => existsSync(join(dataDir, 'incoming', name, 'tiles'))));
  await kill();
  expect(existsSync(join(dataDir, 'assets', sha256))).toBe(false);
  await start();
  expect(readdirSync(join(dataDir, 'incoming'))).toEqual([]);
  expect((await fetch(`${address}/api/assets/${sha256}`)).status).toBe(404);
  expect(await json<KeptSheet>(`/api/sheets/${sheet.id}`)).toMatchObject({ revision: 4, document: { name: 'Three' } });
  expect((await upload(job, noise)).status).toBe(201);

  // In the middle of a send-out: it is queued again and finished after the restart.
  const out = await json<SendOut>(`/api/sheets/${sheet.id}/send-outs`, { format: 'png' });
  await until(() => existsSync(join(dataDir, 'sent', `${out.id}.png.part`)));
  await kill();
  expect(existsSync(join(dataDir, 'sent', `${out.id}.png`))).toBe(false);
  await start();
  const outs = (): Promise<SendOut[]> => json<SendOut[]>(`/api/jobs/${job}/send-outs`);
  await until(async () => (await outs())[0]?.state === 'done', 90_000);
  expect((await outs())[0]).toMatchObject({ attempts: 2, width: 3600, height: 4800 });
  const file = Buffer.from(await (await fetch(`${address}/api/send-outs/${out.id}/file`)).arrayBuffer());
  const image = PNG.sync.read(file);
  expect([image.width, image.height]).toEqual([3600, 4800]);
}, 240_000);

test('a send-out that was cut off three times is failed and says so', async () => {
  const job = (await json<{ id: string }[]>('/api/jobs'))[0]!.id;
  const [done] = await json<SendOut[]>(`/api/jobs/${job}/send-outs`);
  const out = await json<SendOut>(`/api/sheets/${done!.sheetId}/send-outs`, { format: 'png' });
  for (let n = 0; n < 3; n++) {
    await until(() => existsSync(join(dataDir, 'sent', `${out.id}.png.part`)));
    const [rendering] = await json<SendOut[]>(`/api/jobs/${job}/send-outs`);
    expect(rendering).toMatchObject({ id: out.id, state: 'rendering', attempts: n + 1 });
    await kill();
    await start();
  }
  const [latest] = await json<SendOut[]>(`/api/jobs/${job}/send-outs`);
  expect(latest).toMatchObject({ id: out.id, state: 'failed' });
  expect(latest?.error).toContain('three times');
}, 120_000);

test('a send-out that waited while the renderer changed is refused in words', async () => {
  const job = (await json<{ id: string }[]>('/api/jobs'))[0]!.id;
  const [last] = await json<SendOut[]>(`/api/jobs/${job}/send-outs`);
  const out = await json<SendOut>(`/api/sheets/${last!.sheetId}/send-outs`, { format: 'png' });
  await kill();
  const file = readdirSync(dataDir).find((name) => name.endsWith('.db') && !name.startsWith('lock')) as string;
  const db = new Database(join(dataDir, file));
  db.prepare("UPDATE send_outs SET build = 'uvrant-engine-1', state = 'queued' WHERE id = ?").run(out.id);
  db.close();
  await start();
  const [refused] = await json<SendOut[]>(`/api/jobs/${job}/send-outs`);
  expect(refused).toMatchObject({ id: out.id, state: 'failed' });
  expect(refused?.error).toContain('renderer changed (uvrant-engine-1');
  expect(existsSync(join(dataDir, 'sent', `${out.id}.png`))).toBe(false);
}, 60_000);
