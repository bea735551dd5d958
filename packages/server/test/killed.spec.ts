import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { PNG } from 'pngjs';
import type { Asset, KeptSheet, SendOut, TrayItem } from '@uvrant/contract';
import { chanceAt, levelSide, SOURCE_TILE } from '@uvrant/core';
import { png, sheetOf, until } from './support';

const ROUNDS = process.env['UVRANT_LONG'] ? 200 : 5;
/** The server is killed so long after its work began, at random, ms. */
const [SOONEST, LATEST] = [20, 1500];
const dataDir = mkdtempSync(join(tmpdir(), 'uvrant-killed-'));
let server: ChildProcess;
let address: string;

const start = async (): Promise<void> => {
  address = '';
  const main = join(__dirname, '../dist/main.js');
  server = spawn(process.execPath, [main, '--port', '0', '--data', dataDir], { stdio: ['ignore', 'pipe', 'ignore'] });
  server.stdout?.on('data', (chunk: Buffer) => (address = /at (http:\S+)/.exec(chunk.toString())?.[1] ?? address));
  await until(() => address !== '', 60_000);
};
const kill = async (): Promise<void> => {
  if (server.exitCode !== null || server.signalCode !== null) return;
  const gone = new Promise((resolve) => server.once('exit', resolve));
  server.kill('SIGKILL');
  await gone;
};
afterAll(async () => {
  await kill();
  rmSync(dataDir, { recursive: true, force: true });
});

/** The answer to a request; null where none came, since the server was killed before. */
const asked = async <T>(method: string, path: string, body?: unknown): Promise<T | null> => {
  const form = body instanceof FormData;
  try {
    const answer = await fetch(address + path, {
      method,
      ...(body === undefined ? {} : { body: form ? body : JSON.stringify(body) }),
      ...(body === undefined || form ? {} : { headers: { 'content-type': 'application/json' } }),
    });
    expect([path, answer.status < 500]).toEqual([path, true]);
    return answer.ok ? ((await answer.json().catch(() => true)) as T) : null;
  } catch (error) {
    // What fetch throws where the other side is gone (Fetch standard, 5.6), of whichever realm.
    if ((error as Error).name === 'TypeError') return null;
    throw error;
  }
};
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
const fileOf = (content: Buffer, name: string): FormData => {
  const form = new FormData();
  form.append('file', new Blob([new Uint8Array(content)]), name);
  return form;
};

/** What the server said yes to: all of it is to be there after it was killed. */
interface Promised {
  sheet: { id: string; revision: number; name: string };
  readonly pictures: Map<string, Asset>;
  readonly names: Map<string, string>;
  readonly removed: Set<string>;
  readonly sent: Set<string>;
  ramps: number;
}

/** Work of every kind, one thing after another, until the server answers no more. */
const KINDS: readonly ((job: string, promised: Promised, n: number, first: Asset) => Promise<boolean>)[] = [
  async (_, promised, n, first) => {
    const { id, revision } = promised.sheet;
    const name = `Edit ${n}`;
    const document = { ...sheetOf(first.sha256, first, 100), name };
    const saved = await asked<KeptSheet>('PUT', `/api/sheets/${id}`, { baseRevision: revision, editId: `edit ${n} of ${id}`, document });
    if (saved) promised.sheet = { id, revision: saved.revision, name };
    return saved !== null;
  },
  async (job, promised, n) => {
    const asset = await asked<Asset>('POST', `/api/jobs/${job}/assets`, fileOf(await png(520 + (n % 90), 60 + (n % 50)), `p${n}.png`));
    if (asset) promised.pictures.set(asset.sha256, asset);
    return asset !== null;
  },
  async (job, promised, n) => {
    const [sha256] = [...promised.pictures.keys()].slice(-1);
    if (sha256 === undefined || promised.removed.has(sha256)) return true;
    const name = `Named ${n}`;
    const done = await asked('PATCH', `/api/jobs/${job}/assets/${sha256}`, { name, tags: [`t${n}`] });
    if (done) promised.names.set(sha256, name);
    return done !== null;
  },
  async (job, promised) => {
    const sha256 = [...promised.pictures.keys()].find((each) => !promised.removed.has(each));
    if (sha256 === undefined || promised.pictures.size < 3) return true;
    const done = await asked('DELETE', `/api/jobs/${job}/assets/${sha256}`);
    if (done) promised.removed.add(sha256);
    return done !== null;
  },
  async (_, promised) => {
    const out = await asked<SendOut>('POST', `/api/sheets/${promised.sheet.id}/send-outs`, { format: 'png' });
    if (out) promised.sent.add(out.id);
    // No more than can be rendered: each is looked at.
    await pause(300);
    return out !== null;
  },
  async (_, promised, n) => {
    const stops = [0, 1].map((at) => ({ at, colour: { srgb: '#102030' }, strength: at }));
    const kept = await asked('POST', '/api/ramps', { name: `Ramp ${n}`, stops });
    if (kept) promised.ramps++;
    return kept !== null;
  },
  async (job, promised, n) => {
    const glass = { surface: 'kraft board', seed: n % 1000, tiles: false };
    const area = { x: 0, y: 0, width: 20, height: 20 };
    const order = { glass, colour: true, exposure: 0, scan: `s${n}`, device: 'flatbed', name: `Scan ${n}`, ppi: 100, area };
    const asset = await asked<Asset>('POST', `/api/jobs/${job}/scans`, order);
    if (asset) promised.pictures.set(asset.sha256, asset);
    return true;
  },
];

/** All that a picture's pyramid is made of. */
const tilesOf = ({ sha256, width, height, levels }: Asset): string[] =>
  Array.from({ length: levels }, (_, level) => {
    const [across, down] = [width, height].map((side) => Math.ceil(levelSide(side, level) / SOURCE_TILE)) as [number, number];
    return Array.from({ length: across * down }, (_, i) => `/api/assets/${sha256}/tiles/${level}/${i % across}/${Math.floor(i / across)}`);
  }).flat();

const checkKept = async (job: string, promised: Promised): Promise<void> => {
  const sheet = (await asked<KeptSheet>('GET', `/api/sheets/${promised.sheet.id}`))!;
  // A save whose answer was cut off may count: one more than was said, never one less.
  expect(sheet.revision - promised.sheet.revision).toBeGreaterThanOrEqual(0);
  expect(sheet.revision - promised.sheet.revision).toBeLessThanOrEqual(1);
  if (sheet.revision === promised.sheet.revision) expect(sheet.document.name).toBe(promised.sheet.name);
  promised.sheet = { id: sheet.id, revision: sheet.revision, name: sheet.document.name };
  const { assets } = (await asked<{ assets: Asset[] }>('GET', `/api/jobs/${job}`))!;
  const tray = (await asked<TrayItem[]>('GET', '/api/tray'))!;
  for (const [sha256, asset] of promised.pictures) {
    const here = assets.find((each) => each.sha256 === sha256);
    if (promised.removed.has(sha256)) expect(tray.some(({ id }) => id === sha256)).toBe(true);
    else expect([asset.name, here !== undefined || tray.some(({ id }) => id === sha256)]).toEqual([asset.name, true]);
    for (const tile of tilesOf(asset)) expect([tile, (await fetch(address + tile)).status]).toEqual([tile, 200]);
  }
  for (const [sha256, name] of promised.names) {
    const here = assets.find((each) => each.sha256 === sha256);
    // The naming that was under way when it was killed may have come through as well.
    if (here) expect(here.name.startsWith('Named ') && Number(here.name.slice(6)) >= Number(name.slice(6))).toBe(true);
  }
  expect((await asked<unknown[]>('GET', '/api/ramps'))!.length).toBeGreaterThanOrEqual(promised.ramps);
};

/** Nothing lies in the data that nothing knows, and the database is whole. */
const checkDisk = async (job: string, promised: Promised): Promise<void> => {
  const outs = (): Promise<SendOut[] | null> => asked<SendOut[]>('GET', `/api/jobs/${job}/send-outs`);
  await until(async () => ((await outs()) ?? []).every(({ state }) => state === 'done' || state === 'failed'), 60_000);
  for (const { id, state, width, height } of (await outs()) ?? []) {
    if (!promised.sent.has(id)) continue;
    const file = join(dataDir, 'sent', `${id}.png`);
    expect(existsSync(file)).toBe(state === 'done');
    if (state !== 'done') continue;
    const image = PNG.sync.read(readFileSync(file));
    expect([image.width, image.height]).toEqual([width, height]);
    promised.sent.delete(id);
  }
  expect(readdirSync(join(dataDir, 'sent')).filter((name) => name.endsWith('.part'))).toEqual([]);
  for (const folder of ['incoming', 'scans']) expect([folder, readdirSync(join(dataDir, folder))]).toEqual([folder, []]);
  const db = new Database(join(dataDir, 'uvrant.db'), { readonly: true });
  const known = new Set(db.prepare('SELECT sha256 FROM assets').pluck().all());
  expect(db.pragma('integrity_check', { simple: true })).toBe('ok');
  expect(db.pragma('foreign_key_check')).toEqual([]);
  db.close();
  expect(readdirSync(join(dataDir, 'assets')).filter((name) => !known.has(name))).toEqual([]);
};

test(
  `killed ${ROUNDS} times at random in the middle of work of every kind, the server keeps all that it said yes to, and no rest of anything else`,
  async () => {
    await start();
    const job = (await asked<{ id: string }>('POST', '/api/jobs', { name: 'Killed' }))!.id;
    const first = (await asked<Asset>('POST', `/api/jobs/${job}/assets`, fileOf(await png(160, 120), 'first.png')))!;
    const sheet = (await asked<KeptSheet>('POST', `/api/jobs/${job}/sheets`, { document: sheetOf(first.sha256, first, 100) }))!;
    const promised: Promised = {
      sheet: { id: sheet.id, revision: sheet.revision, name: sheet.document.name },
      pictures: new Map([[first.sha256, first]]),
      names: new Map(),
      removed: new Set(),
      sent: new Set(),
      ramps: 0,
    };
    let n = 0;
    let answered = 0;
    for (let round = 0; round < ROUNDS; round++) {
      let isUp = true;
      const working = KINDS.map(async (work) => {
        while (isUp && (await work(job, promised, ++n, first))) {
          answered++;
          await pause(5);
        }
      });
      const wait = SOONEST + (LATEST - SOONEST) * chanceAt(round, 0, 71);
      await pause(wait);
      isUp = false;
      await kill();
      await Promise.all(working);
      await start();
      await checkKept(job, promised);
      await checkDisk(job, promised);
    }
    // There was work to be lost.
    expect(answered).toBeGreaterThan(10 * ROUNDS);
  },
  120_000 + ROUNDS * 20_000,
);
