import { execFileSync, spawn } from 'node:child_process';
import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import Database from 'better-sqlite3';
import type { Asset, KeptSheet, SendOut, TrayItem } from '@uvrant/contract';
import { pathOf, pressuresText, type Pass, type Sheet } from '@uvrant/core';
import type { Services } from '../src/service';
import { copiesOf, copyDaily } from '../src/db/copies';
import { seedDemo } from '../src/demo/seed';
import { TRAY_MS } from '../src/tray/service';
import { multipart, png, sheetOf, startServer, until, type TestServer } from './support';

const DAY = 24 * 3600 * 1000;
let server: TestServer;
let job: string;
beforeAll(async () => {
  server = await startServer();
  job = server.services.jobs.create('Kept').id;
});
afterAll(() => server.close());

const taken = async (name: string, width: number, height = 200, at = server, of = job): Promise<Asset> => {
  const answer = await at.ask({ method: 'POST', url: `/api/jobs/${of}/assets`, ...multipart(name, await png(width, height)) });
  expect(answer.statusCode).toBe(201);
  return answer.json();
};
const remove = (url: string) => server.ask({ method: 'DELETE', url });
const tray = async (): Promise<TrayItem[]> => (await server.ask({ method: 'GET', url: '/api/tray' })).json();
const putBack = (item: Pick<TrayItem, 'kind' | 'id' | 'jobId'>) =>
  server.ask({ method: 'POST', url: '/api/tray/put-back', payload: { kind: item.kind, id: item.id, jobId: item.jobId } });
const save = (sheet: KeptSheet, document: Sheet, editId = `edit ${Math.random()}`) =>
  server.ask({ method: 'PUT', url: `/api/sheets/${sheet.id}`, payload: { baseRevision: sheet.revision, editId, document } });
const database = (dataDir: string) => new Database(join(dataDir, 'uvrant.db'));
const message = (answer: { json: <T>() => T }): string => answer.json<{ message: string }>().message;

describe('the tray', () => {
  test('what is removed lies there with its name and what uses it, and comes back', async () => {
    const asset = await taken('ridge.png', 210);
    const sheet = server.services.sheets.create(job, { ...sheetOf(asset.sha256, asset), name: 'Shown' });
    expect((await remove(`/api/sheets/${sheet.id}`)).statusCode).toBe(204);
    expect((await server.ask({ method: 'GET', url: `/api/jobs/${job}` })).json<{ sheets: KeptSheet[] }>().sheets).toEqual([]);
    expect(message(await server.ask({ method: 'GET', url: `/api/sheets/${sheet.id}` }))).toContain('in the tray');
    expect((await remove(`/api/jobs/${job}/assets/${asset.sha256}`)).statusCode).toBe(204);
    const items = await tray();
    expect(items.map(({ kind, name }) => [kind, name])).toEqual(
      expect.arrayContaining([
        ['sheet', 'Shown'],
        ['picture', 'ridge.png'],
      ]),
    );
    const picture = items.find(({ kind }) => kind === 'picture') as TrayItem;
    expect(picture.usedBy).toEqual(['Shown']);
    expect(picture.goesAt - picture.removedAt).toBe(30 * DAY);
    for (const item of items) expect((await putBack(item)).statusCode).toBe(204);
    expect(await tray()).toEqual([]);
    expect(server.services.sheets.need(sheet.id).document.name).toBe('Shown');
    expect(server.services.assets.ofJob(job).map(({ sha256 }) => sha256)).toContain(asset.sha256);
    expect((await putBack(picture)).statusCode).toBe(404);
  });

  test('an undone removal of a pass finds its picture again, though that was removed meanwhile', async () => {
    const asset = await taken('gone.png', 220);
    const document = sheetOf(asset.sha256, asset);
    const sheet = server.services.sheets.create(job, document);
    const without = (await save(sheet, { ...document, passes: document.passes.slice(0, 1) })).json<KeptSheet>();
    expect((await remove(`/api/jobs/${job}/assets/${asset.sha256}`)).statusCode).toBe(204);
    expect((await save(without, document)).statusCode).toBe(200);
    expect(server.services.assets.ofJob(job).map(({ sha256 }) => sha256)).toContain(asset.sha256);
  });

  test('a sheet that prints a picture of another job has it in its own', async () => {
    const asset = await taken('lent.png', 225);
    const other = server.services.jobs.create('Borrows').id;
    server.services.sheets.create(other, sheetOf(asset.sha256, asset));
    expect(server.services.assets.ofJob(other)).toMatchObject([{ sha256: asset.sha256, name: 'lent.png' }]);
  });

  test('a sheet that another prints is not let go of; a whole job is, and comes back', async () => {
    const other = server.services.jobs.create('Other').id;
    const asset = await taken('in.png', 230, 200, server, other);
    const inner = server.services.sheets.create(other, { ...sheetOf(asset.sha256, asset), name: 'Inner' });
    const document = sheetOf(asset.sha256, asset);
    const printing: Pass = { ...(document.passes[0] as Pass), id: 'inner', source: { kind: 'sheet', sheet: { id: inner.id } } };
    server.services.sheets.create(other, { ...document, name: 'Outer', passes: [printing] });
    const refused = await remove(`/api/sheets/${inner.id}`);
    expect([refused.statusCode, message(refused)]).toEqual([409, expect.stringContaining('“Outer”')]);
    expect((await remove(`/api/jobs/${other}`)).statusCode).toBe(204);
    expect(server.services.jobs.list().map(({ id }) => id)).not.toContain(other);
    expect((await server.ask({ method: 'GET', url: `/api/jobs/${other}` })).statusCode).toBe(404);
    await putBack({ kind: 'job', id: other, jobId: null });
    expect(server.services.sheets.ofJob(other)).toHaveLength(2);
  });

  test('after 30 days it goes for good, but not a picture that a sheet still needs', async () => {
    const other = server.services.jobs.create('Old').id;
    const [spare, used] = [await taken('spare.png', 240, 200, server, other), await taken('used.png', 250, 200, server, other)];
    const sheet = server.services.sheets.create(other, sheetOf(used.sha256, used));
    await remove(`/api/jobs/${other}/assets/${spare.sha256}`);
    // Removed by a server that did not ask whether it is used.
    server.services.assets.remove(other, used.sha256);
    server.services.tray.sweep(Date.now() + TRAY_MS - DAY);
    expect(server.services.assets.info(spare.sha256)).toBeDefined();
    server.services.tray.sweep(Date.now() + TRAY_MS + DAY);
    expect(server.services.assets.info(spare.sha256)).toBeUndefined();
    expect(existsSync(join(server.dataDir, 'assets', spare.sha256))).toBe(false);
    expect(server.services.assets.info(used.sha256)).toBeDefined();
    await remove(`/api/jobs/${other}`);
    server.services.tray.sweep(Date.now() + TRAY_MS + DAY);
    expect(() => server.services.sheets.need(sheet.id)).toThrow('not here');
    expect(server.services.assets.info(used.sha256)).toBeUndefined();
  });

  test('a send-out is removed once it has ended; its file goes with it after 30 days', async () => {
    const asset = await taken('sent.png', 260);
    const sheet = server.services.sheets.create(job, sheetOf(asset.sha256, asset));
    const { id } = (
      await server.ask({ method: 'POST', url: `/api/sheets/${sheet.id}/send-outs`, payload: { format: 'png' } })
    ).json<SendOut>();
    const state = (): string | undefined => server.services.dispatch.ofJob(job).find((each) => each.id === id)?.state;
    await until(() => state() === 'done');
    const file = join(server.dataDir, 'sent', `${id}.png`);
    expect(existsSync(file)).toBe(true);
    expect((await remove(`/api/send-outs/${id}`)).statusCode).toBe(204);
    expect(state()).toBeUndefined();
    server.services.tray.sweep(Date.now() + TRAY_MS + DAY);
    expect(existsSync(file)).toBe(false);
  });
});

describe('what was written', () => {
  test('one sheet that cannot be read is shown with its fault, and the rest of its job works', async () => {
    const asset = await taken('fine.png', 270);
    const fine = server.services.sheets.create(job, sheetOf(asset.sha256, asset));
    const [bad, broken] = [1, 2].map((n) => server.services.sheets.create(job, { ...sheetOf(asset.sha256, asset), name: `Bad ${n}` }));
    const db = database(server.dataDir);
    db.prepare(`UPDATE sheets SET document = json_set(document, '$.ppi', 5) WHERE id = ?`).run(bad?.id);
    db.prepare(`UPDATE sheets SET document = substr(document, 1, 40) WHERE id = ?`).run(broken?.id);
    db.close();
    const { sheets } = (await server.ask({ method: 'GET', url: `/api/jobs/${job}` })).json<{ sheets: KeptSheet[] }>();
    const faultOf = (id?: string): string | null | undefined => sheets.find((each) => each.id === id)?.fault;
    expect(faultOf(fine.id)).toBeNull();
    expect(faultOf(bad?.id)).toContain('ppi');
    expect(faultOf(broken?.id)).toContain('cannot be read');
    expect(sheets.find((each) => each.id === broken?.id)?.document.name).toBe('Bad 2');
    const sent = await server.ask({ method: 'POST', url: `/api/sheets/${bad?.id}/send-outs`, payload: { format: 'png' } });
    expect([sent.statusCode, message(sent)]).toEqual([422, expect.stringContaining('ppi')]);
    // A picture that only a sheet that cannot be read prints is not let go of either.
    expect((await remove(`/api/jobs/${job}/assets/${asset.sha256}`)).statusCode).toBe(409);
  });

  test('a sheet of an older Uvrant is read as today’s: its steps upgraded, its names without what cannot be seen', async () => {
    const asset = await taken('older.png', 290);
    const document = sheetOf(asset.sha256, asset);
    const steps = [
      { id: 't', kind: 'threshold', version: 1, on: true, amount: 1, params: { cut: 0.3, softness: 0 }, masks: [], zones: [] },
    ];
    const written = { ...document, passes: document.passes.map((pass) => ({ ...pass, steps })) };
    const sheet = server.services.sheets.create(job, written);
    expect(sheet.document.passes[0]?.steps[0]).toMatchObject({ version: 3, params: { auto: false, cut: 0.3 } });
    const db = database(server.dataDir);
    db.prepare(`UPDATE sheets SET document = json_set(?, '$.name', ?) WHERE id = ?`).run(
      JSON.stringify(written),
      'Old\u202e name',
      sheet.id,
    );
    db.close();
    const read = server.services.sheets.need(sheet.id);
    expect([read.fault, read.document.name]).toEqual([null, 'Old name']);
    expect(read.document.passes[0]?.steps[0]?.version).toBe(3);
    // What an older version's params become is checked, too.
    const wrong = {
      ...written,
      passes: written.passes.map((pass) => ({ ...pass, steps: steps.map((s) => ({ ...s, params: { cut: 7 } })) })),
    };
    expect(() => server.services.sheets.create(job, wrong)).toThrow('cut');
  });

  test('an edit counts once, for the sheet it was made to; a save that came after it is not hidden', async () => {
    const asset = await taken('edit.png', 280);
    const document = sheetOf(asset.sha256, asset);
    const [one, two] = [server.services.sheets.create(job, document), server.services.sheets.create(job, document)];
    const mine = (await save(one, { ...document, name: 'Mine' }, 'edit-of-mine')).json<KeptSheet>();
    const other = await save(two, { ...document, name: 'Mine' }, 'edit-of-mine');
    expect([other.statusCode, message(other)]).toEqual([400, expect.stringContaining('another sheet')]);
    expect(server.services.sheets.need(two.id).document.name).toBe('Test sheet');
    const theirs = (await save(mine, { ...document, name: 'Theirs' })).json<KeptSheet>();
    const again = (await save(one, { ...document, name: 'Mine' }, 'edit-of-mine')).json<KeptSheet>();
    expect([again.revision, again.document.name]).toEqual([mine.revision, 'Mine']);
    expect(server.services.sheets.need(one.id)).toMatchObject({ revision: theirs.revision, document: { name: 'Theirs' } });
    expect((await save(again, document)).statusCode).toBe(409);
  });

  test('ids of edits do not pile up: those of a day ago go, but for the latest of each sheet', async () => {
    const asset = await taken('ids.png', 290);
    const document = sheetOf(asset.sha256, asset);
    let sheet = server.services.sheets.create(job, document);
    for (let n = 0; n < 80; n++) sheet = server.services.sheets.save(sheet.id, sheet.revision, `edit number ${n}`, document);
    const db = database(server.dataDir);
    const count = (): number => (db.prepare('SELECT count(*) AS n FROM edits WHERE sheet_id = ?').get(sheet.id) as { n: number }).n;
    expect(count()).toBe(80);
    db.prepare('UPDATE edits SET at = at - ?').run(2 * DAY);
    server.services.sheets.save(sheet.id, sheet.revision, 'edit of today', document);
    expect(count()).toBe(51);
    db.close();
  });
});

describe('a sheet that would hold up the server is refused in words', () => {
  const document = sheetOf('a'.repeat(64), { width: 10, height: 10 });
  const [first] = document.passes as [Pass];
  const create = (change: object) => () => server.services.sheets.create(job, { ...document, ...change });
  const groupOf = (passes: readonly Pass[], n = 0): Pass => ({ ...first, id: `g${n}`, source: { kind: 'group', passes } });

  const painted = (stroke: object): Partial<Sheet> => {
    const strokes = [{ tip: 'round', size: 4, softness: 0, strength: 1, erases: false, seed: 1, ...stroke }];
    const masks = [{ id: 'm', kind: 'painted', on: true, invert: false, anchor: 'sheet', strokes }] as unknown as Pass['masks'];
    return { passes: [{ ...first, masks }] };
  };
  test.each([
    ['placed in millionths of a millimetre', { passes: [{ ...first, placement: { ...first.placement, width: 1e-9 } }] }, /width.*0\.01/],
    ['placed a light year away', { passes: [{ ...first, placement: { ...first.placement, x: 1e15 } }] }, /x.*10000/],
    [
      'with hundreds of passes in groups',
      { passes: [groupOf(Array.from({ length: 300 }, (_, n) => ({ ...first, id: `${n}` })))] },
      /301 passes/,
    ],
    [
      'with groups in groups without end',
      { passes: [Array.from({ length: 20_000 }).reduce<Pass>((inner, _, n) => groupOf([inner], n), first)] },
      /nested too deep|passes/,
    ],
    ['with a stroke of version 1 that is none', painted({ points: [1, 2, 3, 4.5] }), /number 4 is 4.5/],
    ['with a stroke of no text of numbers', painted({ path: 'not a path' }), /“ ” is no digit/],
    ['with a stroke whose last point is half there', painted({ path: pathOf([1, 2, 3]) }), /an x stands without its y/],
    ['with a stroke a mile away', painted({ path: pathOf([0, 160_934_400]) }), /go from 0 to 160934400/],
    ['with a pen pressed harder than whole', painted({ path: 'AA', pressures: pressuresText([140]) }), /go from 140 to 140/],
  ])('%s', (_, change, words) => expect(create(change)).toThrow(words));
});

describe('the queue', () => {
  test('survives an error of the database', async () => {
    const asset = await taken('queue.png', 300);
    const sheet = server.services.sheets.create(job, sheetOf(asset.sha256, asset));
    const db = database(server.dataDir);
    db.exec(`CREATE TRIGGER broken BEFORE UPDATE ON send_outs BEGIN SELECT RAISE(ABORT, 'database error'); END`);
    const { id } = (
      await server.ask({ method: 'POST', url: `/api/sheets/${sheet.id}/send-outs`, payload: { format: 'png' } })
    ).json<SendOut>();
    await new Promise((done) => setTimeout(done, 300));
    db.exec('DROP TRIGGER broken');
    db.close();
    await until(() => server.services.dispatch.ofJob(job).find((each) => each.id === id)?.state === 'done');
  }, 30_000);

  test('a picture that only a sheet within a queued one prints is still waited for', async () => {
    const [asset, inner] = [await taken('outer.png', 360), await taken('inner.png', 370)];
    const within = server.services.sheets.create(job, { ...sheetOf(inner.sha256, inner), name: 'Within' });
    const document = sheetOf(asset.sha256, asset, 300, { width: 300, height: 400 });
    const printing: Pass = { ...(document.passes[0] as Pass), id: 'within', source: { kind: 'sheet', sheet: { id: within.id } } };
    const outer = server.services.sheets.create(job, { ...document, passes: [printing] });
    const { id } = (
      await server.ask({ method: 'POST', url: `/api/sheets/${outer.id}/send-outs`, payload: { format: 'png' } })
    ).json<SendOut>();
    expect(server.services.dispatch.isWaitingFor(inner.sha256)).toBe(true);
    expect(server.services.dispatch.isWaitingFor(asset.sha256)).toBe(false);
    await server.ask({ method: 'POST', url: `/api/send-outs/${id}/cancel` });
    expect(server.services.dispatch.isWaitingFor(inner.sha256)).toBe(false);
  });

  test('an orderly stop while it renders is no attempt, however often', async () => {
    const dataDir = mkdtempSync(join(tmpdir(), 'uvrant-stops-'));
    let at = await startServer(dataDir);
    const of = at.services.jobs.create('Stops').id;
    const asset = await taken('large.png', 310, 200, at, of);
    const large = { ...sheetOf(asset.sha256, asset, 600, { width: 457.2, height: 609.6 }) };
    const sheet = at.services.sheets.create(of, large);
    await at.ask({ method: 'POST', url: `/api/sheets/${sheet.id}/send-outs`, payload: { format: 'png' } });
    const row = (): SendOut => at.services.dispatch.ofJob(of)[0] as SendOut;
    for (let n = 0; n < 4; n++) {
      await until(() => row().state === 'rendering');
      await at.app.close();
      at = await startServer(dataDir);
    }
    await until(() => row().state === 'rendering');
    expect(row().attempts).toBe(1);
    await at.close();
  }, 60_000);
});

test('a first start that was cut off is finished by the next', async () => {
  const at = await startServer();
  const demo = mkdtempSync(join(tmpdir(), 'uvrant-demo-'));
  const picture = await png(200, 200);
  mkdirSync(join(demo, 'pictures'));
  mkdirSync(join(demo, 'sheets'));
  writeFileSync(join(demo, 'pictures', 'a.png'), picture);
  const probe = at.services.jobs.create('Probe');
  const { sha256 } = await at.services.assets.take(probe.id, 'a.png', Readable.from([picture]), () => undefined);
  at.services.jobs.remove(probe.id);
  for (const name of ['1', '2', '3']) {
    writeFileSync(join(demo, 'sheets', `${name}.json`), JSON.stringify({ ...sheetOf(sha256, { width: 200, height: 200 }), name }));
  }
  let made = 0;
  const cutOff = Object.assign(Object.create(at.services.sheets) as Services['sheets'], {
    create: (...of: Parameters<Services['sheets']['create']>) => {
      if (++made > 2) throw new Error('cut off');
      return at.services.sheets.create(...of);
    },
  });
  await expect(seedDemo({ ...at.services, sheets: cutOff }, demo)).rejects.toThrow('cut off');
  for (let n = 0; n < 2; n++) await seedDemo(at.services, demo);
  const [only, ...more] = at.services.jobs.list();
  expect(more).toEqual([]);
  expect(at.services.sheets.ofJob(only?.id as string).map(({ document }) => document.name)).toEqual(['1', '2', '3']);
  rmSync(demo, { recursive: true });
  await at.close();
});

describe('the door', () => {
  test('another site’s page is not let in, nor is anything of the moment kept by a cache; the data is its owner’s alone', async () => {
    for (const site of ['cross-site', 'same-site']) {
      const refused = await server.ask({ method: 'GET', url: '/api/jobs', headers: { 'sec-fetch-site': site } });
      expect(refused.statusCode).toBe(403);
    }
    const own = await server.ask({ method: 'GET', url: '/api/jobs', headers: { 'sec-fetch-site': 'same-origin' } });
    expect([own.statusCode, own.headers['cache-control']]).toEqual([200, 'no-store']);
    expect(statSync(server.dataDir).mode & 0o777).toBe(0o700);
  });

  test('a body over 8 MB is refused with what to do', async () => {
    const payload = JSON.stringify({ document: { text: 'x'.repeat(9 * 2 ** 20) } });
    const refused = await server.ask({
      method: 'POST',
      url: `/api/jobs/${job}/sheets`,
      payload,
      headers: { 'content-type': 'application/json' },
    });
    expect([refused.statusCode, message(refused)]).toEqual([413, expect.stringContaining('on a sheet of their own')]);
  });
});

/** A directory on a file system of so many MiB of its own; null where this user may not mount one. */
const smallDisk = (mebibytes: number): string | null => {
  const dir = mkdtempSync(join(tmpdir(), 'uvrant-disk-'));
  try {
    execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${mebibytes}m`, 'tmpfs', dir], { stdio: 'ignore' });
    return dir;
  } catch {
    rmSync(dir, { recursive: true });
    return null;
  }
};
const disk = smallDisk(40);

(disk ? test : test.skip)('on a full disk every refusal says so, and nothing is lost', async () => {
  const dir = disk as string;
  const at = await startServer(join(dir, 'data'));
  try {
    const of = at.services.jobs.create('Full').id;
    const asset = await taken('small.png', 320, 200, at, of);
    const document = sheetOf(asset.sha256, asset);
    const sheet = at.services.sheets.create(of, document);
    const sent = await at.ask({ method: 'POST', url: `/api/sheets/${sheet.id}/send-outs`, payload: { format: 'png' } });
    expect([sent.statusCode, message(sent)]).toEqual([
      507,
      expect.stringMatching(/may take \d+ MB, \d+ are free|may take \d+ MB, \d+ MB are free/),
    ]);
    const filler = join(dir, 'filler');
    const chunk = Buffer.alloc(2 ** 20);
    expect(() => {
      for (let n = 0; n < 64; n++) writeFileSync(filler, chunk, { flag: 'a' });
    }).toThrow('ENOSPC');
    const saved = (name: string, editId: string) =>
      at.ask({
        method: 'PUT',
        url: `/api/sheets/${sheet.id}`,
        payload: { baseRevision: 1, editId, document: { ...document, name, note: 'n'.repeat(2 ** 20) } },
      });
    const full = await saved('Other', 'edit-while-full');
    expect([full.statusCode, message(full)]).toEqual([507, expect.stringContaining('is full. Nothing was lost')]);
    const upload = await at.ask({ method: 'POST', url: `/api/jobs/${of}/assets`, ...multipart('big.png', await png(900, 900)) });
    expect([upload.statusCode, message(upload)]).toEqual([507, expect.stringContaining('is full')]);
    rmSync(filler);
    expect((await saved('Other', 'edit-while-full')).statusCode).toBe(200);
    expect(at.services.sheets.need(sheet.id)).toMatchObject({ revision: 2, document: { name: 'Other' } });
    expect(readFileSync(join(dir, 'data', 'assets', asset.sha256, 'original.png')).length).toBeGreaterThan(0);
  } finally {
    await at.app.close();
    execFileSync('umount', [dir]);
    rmSync(dir, { recursive: true });
  }
});

describe('the database', () => {
  test('is copied once a day, the last seven kept; where it is found damaged the newest is named', async () => {
    const dataDir = mkdtempSync(join(tmpdir(), 'uvrant-copies-'));
    const at = await startServer(dataDir);
    at.services.jobs.create('Copied');
    await at.app.close();
    const sqlite = database(dataDir);
    for (let day = 1; day <= 9; day++) copyDaily(sqlite, dataDir, new Date(Date.UTC(2031, 0, day)));
    copyDaily(sqlite, dataDir, new Date(Date.UTC(2031, 0, 9, 23)));
    sqlite.close();
    expect(copiesOf(dataDir)).toHaveLength(7);
    expect(copiesOf(dataDir).at(-1)).toBe('uvrant-2031-01-09.db');
    const copy = new Database(join(dataDir, 'copies', 'uvrant-2031-01-09.db'));
    expect(copy.prepare('SELECT name FROM jobs').all()).toEqual([{ name: 'Copied' }]);
    copy.close();
    writeFileSync(join(dataDir, 'uvrant.db'), 'no database at all, but a text that is long enough to be looked at'.repeat(99));
    rmSync(join(dataDir, 'uvrant.db-wal'), { force: true });
    await expect(startServer(dataDir)).rejects.toThrow(/is damaged.*uvrant-2031-01-09\.db/);
    // The directory is let go of: with a copy in its place it opens.
    copyFileSync(join(dataDir, 'copies', 'uvrant-2031-01-09.db'), join(dataDir, 'uvrant.db'));
    const again = await startServer(dataDir);
    expect(again.services.jobs.list().map(({ name }) => name)).toEqual(['Copied']);
    await again.close();
  });

  test('a data directory that is a file, and a port that is taken, are said in words', async () => {
    const file = join(mkdtempSync(join(tmpdir(), 'uvrant-file-')), 'data');
    writeFileSync(file, '');
    await expect(startServer(file)).rejects.toThrow('is a file; the data needs a directory');
    const taken = createServer().listen(0, '127.0.0.1');
    await new Promise((listening) => taken.once('listening', listening));
    const { port } = taken.address() as AddressInfo;
    const main = join(__dirname, '../dist/main.js');
    const dataDir = mkdtempSync(join(tmpdir(), 'uvrant-port-'));
    const { status, stderr } = await new Promise<{ status: number | null; stderr: string }>((ended) => {
      const started = spawn(process.execPath, [main, '--port', String(port), '--data', dataDir]);
      let said = '';
      started.stderr.on('data', (chunk: Buffer) => (said += chunk.toString()));
      started.once('exit', (code) => ended({ status: code, stderr: said }));
    });
    taken.close();
    expect([status, stderr.trim()]).toEqual([1, `Port ${port} is taken by another program: stop it, or give Uvrant another one: --port N`]);
  }, 60_000);
});

describe('names', () => {
  test('with what cannot be seen are refused, in a file’s name left out', async () => {
    const url = `/api/jobs/${job}`;
    for (const name of ['a\u202egnp.exe', 'a\u0007b']) {
      const refused = await server.ask({ method: 'PATCH', url, payload: { name } });
      expect([refused.statusCode, message(refused)]).toEqual([400, expect.stringContaining('cannot be seen')]);
    }
    const asset = await taken('dusk\u202e\u0007.png', 350);
    expect(asset.name).toBe('dusk.png');
    const bad = { ...sheetOf(asset.sha256, asset), name: 'a\u2066b' };
    expect(() => server.services.sheets.create(job, bad)).toThrow('cannot be seen');
  });
});
