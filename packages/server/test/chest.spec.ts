import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import sharp from 'sharp';
import type { Asset, ScannerDevice } from '@uvrant/contract';
import { freshWear, SURFACES, type Sheet } from '@uvrant/core';
import { multipart, png, sheetOf, startServer, type TestServer } from './support';

let server: TestServer;
let job: string;

beforeAll(async () => {
  server = await startServer();
  job = (await server.ask({ method: 'POST', url: '/api/jobs', payload: { name: 'Night concerts' } })).json<{ id: string }>().id;
});
afterAll(() => server.close());

const look = (surface = 'kraft board', change: object = {}) => ({
  glass: { surface, seed: 4, tiles: false },
  colour: false,
  exposure: 0,
  ...change,
});
const scan = (change: object = {}, url = `/api/jobs/${job}/scans`) =>
  server.ask({
    method: 'POST',
    url,
    payload: {
      ...look(),
      scan: 's1',
      device: 'flatbed',
      name: 'Kraft',
      ppi: 150,
      area: { x: 10, y: 10, width: 50.8, height: 25.4 },
      ...change,
    },
  });
const scanned = async (change: object = {}): Promise<Asset> => {
  const answer = await scan(change);
  expect([answer.statusCode, answer.body.slice(0, 200)]).toEqual([201, expect.anything()]);
  return answer.json<Asset>();
};
const original = (asset: Asset): string => join(server.dataDir, 'assets', asset.sha256, 'original.png');
const taken = async (name: string, width = 300, height = 200, query = ''): Promise<Asset> =>
  (
    await server.ask({ method: 'POST', url: `/api/jobs/${job}/assets${query}`, ...multipart(name, await png(width, height)) })
  ).json<Asset>();

describe('the scanner', () => {
  test('has one simulated flatbed with everything that can lie on its glass', async () => {
    const [device, ...others] = (await server.ask({ method: 'GET', url: '/api/scanner/devices' })).json<ScannerDevice[]>();
    expect(others).toEqual([]);
    expect(device).toMatchObject({ id: 'flatbed', glass: { width: 215.9, height: 279.4 }, ppi: { min: 75, max: 1200 } });
    expect(device?.things.map(({ name }) => name)).toEqual(SURFACES.map(({ name }) => name));
  });

  test('shows the whole glass quickly, as a PNG', async () => {
    const answer = await server.ask({
      method: 'POST',
      url: '/api/scanner/devices/flatbed/preview',
      payload: look('ripple tank', { colour: true }),
    });
    expect(answer.headers['content-type']).toBe('image/png');
    const { width, height } = PNG.sync.read(answer.rawPayload);
    expect([width, height]).toEqual([306, 396]);
  });

  test('scans an area at a resolution into the chest’s textures, grey or in colour', async () => {
    const grey = await scanned();
    expect(grey).toMatchObject({ width: 300, height: 150, channels: 1, ppi: 150, drawer: 'texture', name: 'Kraft.png' });
    expect(await sharp(original(grey)).metadata()).toMatchObject({ density: 150, channels: 1, depth: 'uchar' });
    const colour = await scanned({ colour: true });
    expect(colour).toMatchObject({ channels: 3, width: 300 });
    expect(readdirSync(join(server.dataDir, 'scans'))).toEqual([]);
  });

  test('the same order gives the same picture, another seed another; an exposure lightens it', async () => {
    const first = await scanned();
    expect((await scanned()).sha256).toBe(first.sha256);
    expect((await scanned({ ...look('kraft board', { glass: { surface: 'kraft board', seed: 5, tiles: false } }) })).sha256).not.toBe(
      first.sha256,
    );
    const lighter = await scanned({ exposure: 1 });
    expect(lighter.mean as number).toBeGreaterThan((first.mean as number) + 0.1);
  });

  test('a tiling scan is a square whose edges meet', async () => {
    const tiling = await scanned({ glass: { surface: 'news stock', seed: 3, tiles: true }, area: { x: 0, y: 0, width: 100, height: 60 } });
    expect(tiling.width).toBe(tiling.height);
    expect(tiling.tileable).toBe(true);
    const streaked = await scanned({ glass: { surface: 'streaked metal plate', seed: 3, tiles: false } });
    expect(streaked).toMatchObject({ directional: true });
  });

  test.each([
    ['a resolution beyond it', { ppi: 2400 }, /75 to 1200 ppi/],
    ['an area off the glass', { area: { x: 200, y: 0, width: 50, height: 50 } }, /215.9 × 279.4 mm/],
    ['an area too small', { area: { x: 0, y: 0, width: 2, height: 50 } }, /5 × 5 mm/],
    ['a thing that there is not', { glass: { surface: 'velvet', seed: 1, tiles: false } }, /crumpled copy paper/],
    ['an exposure beyond it', { exposure: 9 }, /−3 to 3/],
  ])('refuses %s and says what it can', async (_, change, message) => {
    const answer = await scan(change);
    expect(answer.statusCode).toBe(422);
    expect(answer.json<{ message: string }>().message).toMatch(message);
  });

  test('a scan called off leaves nothing behind', async () => {
    const before = server.services.assets.ofJob(job).length;
    const under = scan({ scan: 'long', ppi: 600, area: { x: 0, y: 0, width: 215.9, height: 279.4 } });
    let stopped = 404;
    while (stopped === 404) {
      await new Promise((done) => setTimeout(done, 20));
      stopped = (await server.ask({ method: 'DELETE', url: '/api/scans/long' })).statusCode;
    }
    expect(stopped).toBe(204);
    expect((await under).json()).toMatchObject({ code: 'wrong-state' });
    expect(server.services.assets.ofJob(job).length).toBe(before);
    expect(readdirSync(join(server.dataDir, 'scans'))).toEqual([]);
  });
});

describe('the plan chest', () => {
  const change = (asset: Asset, payload: object) =>
    server.ask({ method: 'PATCH', url: `/api/jobs/${job}/assets/${asset.sha256}`, payload });
  const remove = (asset: Asset) => server.ask({ method: 'DELETE', url: `/api/jobs/${job}/assets/${asset.sha256}` });

  test('measures what comes in and keeps a small picture of it', async () => {
    const asset = await taken('wall.png', 800, 500, '?drawer=texture');
    expect(asset).toMatchObject({ drawer: 'texture', tags: [], directional: expect.any(Boolean) as boolean });
    expect(asset.mean).toBeGreaterThan(0);
    const small = await server.ask({ method: 'GET', url: `/api/assets/${asset.sha256}/thumbnail` });
    expect(small.headers['content-type']).toBe('image/webp');
    expect(await sharp(small.rawPayload).metadata()).toMatchObject({ width: 256, height: 160 });
  });

  test('takes names, tags and another drawer, and refuses what they may not be', async () => {
    const asset = await taken('tagged.png', 310, 210);
    expect((await change(asset, { name: 'Wall', tags: ['grit', 'grit', 'dark'], drawer: 'frame' })).json()).toMatchObject({
      name: 'Wall',
      tags: ['grit', 'dark'],
      drawer: 'frame',
    });
    expect((await change(asset, { drawer: 'cellar' })).statusCode).toBe(400);
    expect((await change({ ...asset, sha256: '0'.repeat(64) }, { name: 'x' })).statusCode).toBe(404);
  });

  test('does not let go of what a sheet prints or wears, and names the sheet; lets go of the rest', async () => {
    const asset = await taken('used.png', 320, 220);
    const texture = await taken('worn.png', 330, 230);
    const sheet: Sheet = sheetOf(asset.sha256, asset);
    const [ground, ...rest] = sheet.passes;
    const wear = freshWear('w', 'worn', { picture: { sha256: texture.sha256 } }, ground!.placement);
    server.services.sheets.create(job, { ...sheet, name: 'Back of shirt', passes: [{ ...ground!, wear: [wear] }, ...rest] });
    for (const each of [asset, texture]) {
      const refused = await remove(each);
      expect(refused.statusCode).toBe(409);
      expect(refused.json<{ message: string }>().message).toContain('“Back of shirt”');
    }
    const spare = await taken('spare.png', 340, 240);
    expect(existsSync(original(spare))).toBe(true);
    expect((await remove(spare)).statusCode).toBe(204);
    // It lies in the tray for a while, file and all.
    expect(existsSync(original(spare))).toBe(true);
    expect(server.services.assets.ofJob(job).some(({ sha256 }) => sha256 === spare.sha256)).toBe(false);
    expect((await remove(spare)).statusCode).toBe(404);
  });

  test('refuses a sheet whose wear or mask is no wear or mask', () => {
    const sheet = sheetOf('a'.repeat(64), { width: 10, height: 10 });
    const bad = (change: object) => () => server.services.sheets.create(job, { ...sheet, passes: [{ ...sheet.passes[0], ...change }] });
    expect(bad({ wear: [{ id: 'w', kind: 'texture', on: true }] })).toThrow(/wear/);
    const { picture: _, ...bare } = freshWear('w', 'worn', { picture: { sha256: 'a'.repeat(64) } }, sheet.passes[0]!.placement);
    expect(bad({ wear: [bare] })).toThrow(/at least one of \[picture, surface\]/);
    const stroke = { tip: 'round', size: 4, softness: 0, strength: 1, erases: false, seed: 1, points: [1, 2, 3] };
    const mask = { id: 'm', kind: 'painted', on: true, invert: false, anchor: 'sheet', strokes: [stroke] };
    expect(bad({ masks: [mask] })).toThrow(/x and y in turn/);
    expect(bad({ masks: [{ ...mask, strokes: [{ ...stroke, points: [1, 2], size: 400 }] }] })).toThrow(/less than or equal to 90/);
  });

  test('keeps ramps for every job', async () => {
    const stops = [
      { at: 0, colour: { srgb: '#102030' }, strength: 1 },
      { at: 1, colour: { srgb: '#f0e0d0' }, strength: 1 },
    ];
    const kept = await server.ask({ method: 'POST', url: '/api/ramps', payload: { name: 'Dusk', stops } });
    expect(kept.statusCode).toBe(201);
    expect((await server.ask({ method: 'GET', url: '/api/ramps' })).json()).toEqual([expect.objectContaining({ name: 'Dusk', stops })]);
    expect((await server.ask({ method: 'POST', url: '/api/ramps', payload: { name: 'x', stops: [] } })).json()).toMatchObject({
      code: 'bad-request',
    });
    const { id } = kept.json<{ id: string }>();
    expect((await server.ask({ method: 'DELETE', url: `/api/ramps/${id}` })).statusCode).toBe(204);
    expect((await server.ask({ method: 'DELETE', url: `/api/ramps/${id}` })).statusCode).toBe(404);
  });
});
