import sharp from 'sharp';
import { emptySheet, INKS, STOCKS } from '@uvrant/core';
import type { KeptSheet } from '@uvrant/contract';
import { startServer, type TestServer } from './support';

let server: TestServer;
let sheet: KeptSheet;

beforeAll(async () => {
  server = await startServer();
  const { id } = (await server.ask({ method: 'POST', url: '/api/jobs', payload: { name: 'Night concerts' } })).json<{ id: string }>();
  const document = emptySheet({
    name: 'Poster',
    size: { width: 100, height: 150 },
    ppi: 72,
    edges: 'hard',
    stock: STOCKS[0]!,
    ink: INKS[0]!,
    ground: null,
  });
  sheet = server.services.sheets.create(id, document);
});
afterAll(() => server.close());

const webp = (shade: number): Promise<Buffer> =>
  sharp({ create: { width: 40, height: 60, channels: 4, background: { r: shade, g: 0, b: 0, alpha: 1 } } })
    .webp({ lossless: true })
    .toBuffer();
const put = (payload: Buffer, revision: number, url = `/api/sheets/${sheet.id}/picture`, type = 'image/webp') =>
  server.ask({ method: 'PUT', url, query: { revision: String(revision) }, payload, headers: { 'content-type': type } });
const kept = () => server.ask({ method: 'GET', url: `/api/sheets/${sheet.id}/picture` });

test('a sheet has no small picture until one is kept; a later one takes its place, an earlier one does not', async () => {
  expect((await kept()).statusCode).toBe(404);
  expect((await put(await webp(200), 2)).statusCode).toBe(204);
  expect((await put(await webp(100), 1)).statusCode).toBe(204);
  const answer = await kept();
  const { 'content-type': type, 'cache-control': cache, 'uvrant-revision': revision } = answer.headers;
  expect([answer.statusCode, type, cache, revision]).toEqual([200, 'image/webp', 'no-cache', '2']);
  expect(answer.rawPayload.equals(await webp(200))).toBe(true);
  await put(await webp(50), 3);
  expect((await kept()).rawPayload.equals(await webp(50))).toBe(true);
});

test('what is no small WebP of a sheet that is here is refused, and nothing is kept', async () => {
  const before = (await kept()).rawPayload;
  const bad = await put(Buffer.from('RIFFxxxxWAVE'), 9);
  expect([bad.statusCode, bad.json<{ message: string }>().message]).toEqual([400, 'A small picture of a sheet is a WebP file.']);
  expect((await put(Buffer.alloc(600 * 1024), 9)).statusCode).toBe(413);
  expect((await put(await webp(1), 9, undefined, 'application/octet-stream')).statusCode).toBe(415);
  expect((await put(await webp(1), 1, '/api/sheets/none/picture')).statusCode).toBe(404);
  expect((await kept()).rawPayload.equals(before)).toBe(true);
});
