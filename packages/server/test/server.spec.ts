import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { PNG } from 'pngjs';
import sharp from 'sharp';
import type { Asset, KeptSheet, SendOut } from '@uvrant/contract';
import { levelSide, withPass, type Sheet } from '@uvrant/core';
import { colours, hashOf, bomb, multipart, places, png, sheetOf, startServer, until, type TestServer } from './support';
import { buildApp } from '../src/app';

let server: TestServer;
let job: string;

beforeAll(async () => {
  server = await startServer();
  job = (await server.ask({ method: 'POST', url: '/api/jobs', payload: { name: 'Night concerts' } })).json<{ id: string }>().id;
});
afterAll(() => server.close());

const send = (name: string, content: Buffer) =>
  server.ask({ method: 'POST', url: `/api/jobs/${job}/assets?upload=u1`, ...multipart(name, content) });

const taken = async (content: Buffer, name = 'picture.png'): Promise<Asset> => {
  const answer = await send(name, content);
  expect([answer.statusCode, answer.body.slice(0, 200)]).toEqual([201, expect.anything()]);
  return answer.json<Asset>();
};

const tilePixels = async (asset: Asset, level: number, x: number, y: number): Promise<Buffer> => {
  const answer = await server.ask({ method: 'GET', url: `/api/assets/${asset.sha256}/tiles/${level}/${x}/${y}` });
  expect(answer.statusCode).toBe(200);
  expect(answer.headers['cache-control']).toContain('immutable');
  return gunzipSync(answer.rawPayload);
};

const left = (): string[] => readdirSync(join(server.dataDir, 'incoming'));

describe('pictures', () => {
  test('are kept once by their hash, and their pyramid holds the pixels and their 2 × 2 means', async () => {
    const [width, height] = [700, 531];
    const content = await png(width, height);
    const asset = await taken(content);
    expect(asset).toMatchObject({ sha256: hashOf(content), width, height, channels: 3, depth: 8, levels: 2, format: 'PNG' });
    const raw = colours(width, height);
    const tile = await tilePixels(asset, 0, 1, 1);
    const [w, h] = [width - 512, height - 512];
    expect(tile.length).toBe(w * h * 3);
    for (let y = 0; y < h; y++) {
      expect(
        tile.subarray(y * w * 3, (y + 1) * w * 3).equals(raw.subarray(((512 + y) * width + 512) * 3, ((512 + y) * width + width) * 3)),
      ).toBe(true);
    }
    const half = await tilePixels(asset, 1, 0, 0);
    const halfWidth = levelSide(width, 1);
    const at = (x: number, y: number, c: number): number => raw[(y * width + x) * 3 + c] as number;
    for (const [x, y] of [
      [0, 0],
      [349, 100],
      [12, 264],
      [349, 265],
    ] as const) {
      for (let c = 0; c < 3; c++) {
        const down = 2 * y + 1 < height ? 2 * y + 1 : 2 * y;
        const mean = (at(2 * x, 2 * y, c) + at(2 * x + 1, 2 * y, c) + at(2 * x, down, c) + at(2 * x + 1, down, c) + 2) >> 2;
        expect(half[(y * halfWidth + x) * 3 + c]).toBe(mean);
      }
    }
    await taken(content, 'the same again.png');
    expect(readdirSync(join(server.dataDir, 'assets')).filter((name) => name === asset.sha256)).toHaveLength(1);
    expect(left()).toEqual([]);
  });

  test.each([1, 2, 3, 4, 5, 6, 7, 8])('EXIF orientation %d is turned as another library turns it', async (orientation) => {
    const [width, height] = [40, 24];
    const content = await sharp(colours(width, height), { raw: { width, height, channels: 3 } })
      .withMetadata({ orientation })
      .tiff()
      .toBuffer();
    const asset = await taken(content, `turned-${orientation}.tif`);
    const wanted = await sharp(content).autoOrient().raw().toBuffer({ resolveWithObject: true });
    expect([asset.width, asset.height]).toEqual([wanted.info.width, wanted.info.height]);
    expect((await tilePixels(asset, 0, 0, 0)).equals(wanted.data)).toBe(true);
  });

  test('keep 16 bits, grey, and alpha premultiplied with half rounded up', async () => {
    const values = Uint16Array.from({ length: 64 * 32 }, (_, i) => i * 31);
    const grey = await sharp(values, { raw: { width: 64, height: 32, channels: 1 } })
      .toColourspace('grey16')
      .png()
      .toBuffer();
    const asset = await taken(grey);
    expect(asset).toMatchObject({ channels: 1, depth: 16 });
    expect((await tilePixels(asset, 0, 0, 0)).equals(Buffer.from(values.buffer))).toBe(true);

    const raw = colours(30, 20, 4);
    const soft = await taken(await png(30, 20, 4));
    const pixels = await tilePixels(soft, 0, 0, 0);
    for (let i = 0; i < raw.length; i += 4) {
      const alpha = raw[i + 3] as number;
      for (let c = 0; c < 3; c++) expect(pixels[i + c]).toBe(Math.floor(((raw[i + c] as number) * alpha) / 255 + 0.5));
    }
  });

  test('come to sRGB from their own profile', async () => {
    const red = await sharp({ create: { width: 8, height: 8, channels: 3, background: { r: 255, g: 0, b: 0 } } })
      .withIccProfile('p3')
      .png()
      .toBuffer();
    const asset = await taken(red);
    const wanted = await sharp(red).toColourspace('srgb').raw().toBuffer();
    expect((await tilePixels(asset, 0, 0, 0)).subarray(0, 3).equals(wanted.subarray(0, 3))).toBe(true);
  });

  test('state their ppi, and JPEG, WebP, AVIF and the first frame of a GIF are taken as well', async () => {
    const image = sharp(colours(50, 40), { raw: { width: 50, height: 40, channels: 3 } });
    expect(await taken(await image.clone().jpeg().withDensity(240).toBuffer(), 'a.jpg')).toMatchObject({ format: 'JPEG', ppi: 240 });
    expect(await taken(await image.clone().webp().toBuffer(), 'a.webp')).toMatchObject({ format: 'WebP', ppi: null });
    expect(await taken(await image.clone().avif().toBuffer(), 'a.avif')).toMatchObject({ format: 'AVIF', width: 50, channels: 3 });
    const frames = Buffer.concat([Buffer.alloc(30 * 20 * 3, 200), Buffer.alloc(30 * 20 * 3, 20)]);
    const film = sharp(frames, { raw: { width: 30, height: 40, channels: 3, pageHeight: 20 } as never });
    expect(await taken(await film.gif().toBuffer(), 'a.gif')).toMatchObject({ format: 'GIF', width: 30, height: 20 });
  });

  test.each([
    ['empty', async () => Buffer.alloc(0), 400, 'is empty'],
    ['words', async () => Buffer.from('no picture at all'), 415, 'none of the pictures that can be read'],
    ['SVG', async () => Buffer.from('<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"/>'), 415, 'PNG, JPEG, TIFF, WebP, AVIF'],
    ['HEIC', async () => Buffer.concat([Buffer.from('\0\0\0\x18ftypheic'), Buffer.alloc(64)]), 415, 'save it as JPEG'],
    [
      'cut short',
      async () =>
        (
          await sharp(colours(300, 300), { raw: { width: 300, height: 300, channels: 3 } })
            .jpeg()
            .toBuffer()
        ).subarray(0, 4000),
      422,
      'damaged or cut short',
    ],
    ['a PNG’s name only', async () => Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 1, 2, 3]), 422, 'damaged or cut short'],
    ['a bomb of 324 megapixels', async () => bomb(18_000, 18_000), 413, '324 megapixels'],
  ] as const)(
    '%s is refused with what was wrong, and leaves nothing',
    async (_, make, status, words) => {
      const before = readdirSync(join(server.dataDir, 'assets')).length;
      const answer = await send('file.png', await make());
      expect([answer.statusCode, answer.json<{ message: string }>().message]).toEqual([status, expect.stringContaining(words)]);
      expect(readdirSync(join(server.dataDir, 'assets'))).toHaveLength(before);
      expect(left()).toEqual([]);
    },
    60_000,
  );

  test('without a file, the answer says what to send', async () => {
    const answer = await server.ask({ method: 'POST', url: `/api/jobs/${job}/assets` });
    expect([answer.statusCode, answer.json<{ message: string }>().message]).toEqual([400, expect.stringContaining('multipart')]);
  });
});

describe('sheets', () => {
  let sheet: KeptSheet;
  beforeAll(async () => {
    const asset = await taken(await png(64, 48));
    const answer = await server.ask({
      method: 'POST',
      url: `/api/jobs/${job}/sheets`,
      payload: { document: sheetOf(asset.sha256, asset) },
    });
    expect(answer.statusCode).toBe(201);
    sheet = answer.json<KeptSheet>();
  });
  const save = (baseRevision: number, editId: string, document: unknown) =>
    server.ask({ method: 'PUT', url: `/api/sheets/${sheet.id}`, payload: { baseRevision, editId, document } });

  test('a save over the current revision counts; sent twice it counts once; an older one is told the current sheet', async () => {
    const renamed = { ...sheet.document, name: 'Renamed' };
    expect((await save(1, 'edit-one', renamed)).json<KeptSheet>()).toMatchObject({ revision: 2, document: { name: 'Renamed' } });
    expect((await save(1, 'edit-one', renamed)).json<KeptSheet>().revision).toBe(2);
    const stale = await save(1, 'edit-two', sheet.document);
    expect(stale.statusCode).toBe(409);
    expect(stale.json<{ current: KeptSheet }>().current).toMatchObject({ revision: 2, document: { name: 'Renamed' } });
    expect((await save(2, 'edit-two', sheet.document)).json<KeptSheet>().revision).toBe(3);
  });

  test('what is unknown in a document is kept as it came', async () => {
    const strange = {
      ...sheet.document,
      fromTheFuture: { kept: true },
      passes: sheet.document.passes.map((pass) => ({
        ...pass,
        steps: [...pass.steps, { id: 'x', kind: 'gilding', version: 3, leaf: [1, 2] }],
      })),
    };
    const { revision } = (await server.ask({ method: 'GET', url: `/api/sheets/${sheet.id}` })).json<KeptSheet>();
    expect((await save(revision, 'edit-strange', strange)).json<KeptSheet>().document).toEqual(strange);
    const refused = await server.ask({ method: 'POST', url: `/api/sheets/${sheet.id}/send-outs`, payload: { format: 'png' } });
    expect([refused.statusCode, refused.json<{ message: string }>().message]).toEqual([
      409,
      expect.stringContaining('does not know step “gilding” version 3'),
    ]);
    expect((await save(revision + 1, 'edit-back', sheet.document)).statusCode).toBe(200);
  });

  test.each([
    [
      'a dial out of its range',
      (s: Sheet) =>
        withPass(s, 'picture', (pass) => ({
          ...pass,
          steps: pass.steps.map((step) => (step.kind === 'screen' ? { ...step, params: { ...step.params, lpi: 9000 } } : step)),
        })),
      'less than or equal to 200',
    ],
    ['a size of nothing', (s: Sheet) => ({ ...s, size: { width: 0, height: 10 } }), '"size.width" must be greater than 0'],
    ['another format', (s: Sheet) => ({ ...s, format: 'something-else' }), '"format" must be [uvrant-sheet]'],
    ['a newer version', (s: Sheet) => ({ ...s, version: 9 }), 'reads up to 3'],
    ['more pixels than can be', (s: Sheet) => ({ ...s, size: { width: 3000, height: 3000 }, ppi: 1200 }), 'at most 40000 px'],
    [
      'handles out of order',
      (s: Sheet) =>
        withPass(s, 'picture', (pass) => ({
          ...pass,
          steps: pass.steps.map((step) =>
            step.kind === 'grey-response'
              ? {
                  ...step,
                  params: {
                    ...step.params,
                    response: [
                      [90, 0],
                      [10, 0],
                    ],
                  },
                }
              : step,
          ),
        })),
      'in order of x',
    ],
    [
      'a picture that is not here',
      (s: Sheet) => withPass(s, 'picture', (pass) => ({ ...pass, source: { kind: 'picture', picture: { sha256: 'f'.repeat(64) } } })),
      'which is not here: add it',
    ],
  ] as const)('%s is refused, and the sheet stays', async (_, change, words) => {
    const { revision, document } = (await server.ask({ method: 'GET', url: `/api/sheets/${sheet.id}` })).json<KeptSheet>();
    const answer = await save(revision, `edit-bad-${words}`.slice(0, 60), change(document));
    expect([answer.statusCode, answer.json<{ message: string }>().message]).toEqual([422, expect.stringContaining(words)]);
    expect((await server.ask({ method: 'GET', url: `/api/sheets/${sheet.id}` })).json<KeptSheet>()).toMatchObject({ revision, document });
  });
});

describe('sending out', () => {
  const outs = async (): Promise<SendOut[]> => (await server.ask({ method: 'GET', url: `/api/jobs/${job}/send-outs` })).json<SendOut[]>();
  const state = async (id: string): Promise<string | undefined> => (await outs()).find((each) => each.id === id)?.state;
  const created = async (ppi: number, mm = { width: 60, height: 80 }): Promise<KeptSheet> => {
    const asset = await taken(await png(120, 160));
    return (
      await server.ask({ method: 'POST', url: `/api/jobs/${job}/sheets`, payload: { document: sheetOf(asset.sha256, asset, ppi, mm) } })
    ).json<KeptSheet>();
  };

  test('freezes the sheet, tells its progress, and gives a PNG of the sheet’s own pixels', async () => {
    const sheet = await created(150);
    const out = (
      await server.ask({ method: 'POST', url: `/api/sheets/${sheet.id}/send-outs`, payload: { format: 'png' } })
    ).json<SendOut>();
    expect((await server.ask({ method: 'GET', url: `/api/send-outs/${out.id}/file` })).statusCode).toBe(409);
    await server.ask({
      method: 'PUT',
      url: `/api/sheets/${sheet.id}`,
      payload: { baseRevision: 1, editId: 'after-sending', document: { ...sheet.document, passes: [] } },
    });
    await until(async () => (await state(out.id)) === 'done');
    const file = await server.ask({ method: 'GET', url: `/api/send-outs/${out.id}/file` });
    expect(file.headers['content-disposition']).toContain('test-sheet-2.36x3.15in-150ppi.png');
    const image = PNG.sync.read(file.rawPayload);
    expect([image.width, image.height]).toEqual([354, 472]);
    // Ink on its ground, not the empty sheet it became after.
    expect(new Set(new Uint32Array(image.data.buffer, image.data.byteOffset, 354 * 472)).size).toBe(2);
    expect(existsSync(join(server.dataDir, 'sent', `${out.id}.png`))).toBe(true);
    expect(readdirSync(join(server.dataDir, 'sent')).filter((name) => name.endsWith('.part'))).toEqual([]);
  });

  test('a call-off stops it where it is and leaves no file; big sheets tell at least ten steps', async () => {
    const sheet = await created(300, { width: 457.2, height: 609.6 });
    const steps: number[] = [];
    const address = await server.app.listen({ port: 0, host: '127.0.0.1' });
    const stop = new AbortController();
    const stream = await fetch(`${address}/api/events`, { signal: stop.signal });
    const reading = (async () => {
      for await (const chunk of stream.body as unknown as AsyncIterable<Uint8Array>) {
        for (const [, json] of Buffer.from(chunk)
          .toString()
          .matchAll(/data: (.*)/g)) {
          const event = JSON.parse(json as string) as { topic: string; share: number };
          if (event.topic === 'send-out') steps.push(event.share);
        }
      }
    })().catch(() => undefined);
    const out = (
      await server.ask({ method: 'POST', url: `/api/sheets/${sheet.id}/send-outs`, payload: { format: 'png' } })
    ).json<SendOut>();
    await until(() => new Set(steps).size >= 11, 60_000);
    const answer = await server.ask({ method: 'POST', url: `/api/send-outs/${out.id}/cancel` });
    expect(answer.json<SendOut>().state).toBe('cancelled');
    // The thread's end takes its half-done file with it.
    await until(() => !readdirSync(join(server.dataDir, 'sent')).some((name) => name.startsWith(out.id)));
    // What it had told by then is all that it ever tells, but for its end: the print is not gone on with.
    const [told, furthest] = [steps.length, Math.max(...steps)];
    expect(furthest).toBeLessThan(1);
    await new Promise((later) => setTimeout(later, 300));
    expect(steps.slice(told).every((share) => share === 0 || share === 1)).toBe(true);
    expect(server.services.dispatch.ofJob(job).find(({ id }) => id === out.id)?.state).toBe('cancelled');
    expect((await server.ask({ method: 'POST', url: `/api/send-outs/${out.id}/cancel` })).statusCode).toBe(409);
    stop.abort();
    await reading;
  }, 90_000);
});

describe('the door', () => {
  test('only this machine’s own page may ask', async () => {
    expect((await server.ask({ method: 'GET', url: '/api/jobs', headers: { host: 'elsewhere.example' } })).statusCode).toBe(403);
    const foreign = { origin: 'http://elsewhere.example' };
    expect((await server.ask({ method: 'POST', url: '/api/jobs', payload: { name: 'x' }, headers: foreign })).statusCode).toBe(403);
    expect(
      (await server.ask({ method: 'POST', url: '/api/jobs', payload: { name: 'x' }, headers: { origin: 'http://127.0.0.1:4870' } }))
        .statusCode,
    ).toBe(201);
  });

  test('every answer carries the security headers; the page a policy with its own nonce', async () => {
    const answer = await server.ask({ method: 'GET', url: '/api/jobs' });
    expect(answer.headers).toMatchObject({
      'cross-origin-opener-policy': 'same-origin',
      'cross-origin-embedder-policy': 'require-corp',
      'x-content-type-options': 'nosniff',
    });
    const page = await server.ask({ method: 'GET', url: '/jobs/any' });
    const policy = page.headers['content-security-policy'] as string;
    const [, nonce] = /'nonce-([^']+)'/.exec(policy) as RegExpExecArray;
    expect(page.body.toLowerCase()).toContain(`ngcspnonce="${nonce}"`.toLowerCase());
    expect(policy).toContain("default-src 'self'");
    expect(policy).not.toContain('unsafe-inline');
  });

  test('what is not there and what is malformed is said in words', async () => {
    expect((await server.ask({ method: 'GET', url: '/api/jobs/none' })).json<{ code: string }>().code).toBe('not-found');
    expect((await server.ask({ method: 'POST', url: '/api/jobs', payload: { name: '  ' } })).statusCode).toBe(400);
    expect((await server.ask({ method: 'GET', url: '/api/assets/..%2f..%2fetc%2fpasswd' })).statusCode).toBe(400);
    expect((await server.ask({ method: 'GET', url: '/api/nothing' })).json<{ code: string }>().code).toBe('not-found');
    expect((await server.ask({ method: 'GET', url: `/api/assets/${'a'.repeat(64)}/tiles/0/0/0` })).statusCode).toBe(404);
  });

  test('a data directory serves one server at a time', async () => {
    await expect(buildApp(places(server.dataDir))).rejects.toThrow('Another Uvrant is running');
  });

  test('the migrations are committed with their journal', () => {
    const journal = JSON.parse(readFileSync(join(places('').migrationsDir, 'meta/_journal.json'), 'utf8')) as { entries: unknown[] };
    expect(journal.entries.length).toBeGreaterThanOrEqual(1);
  });
});
