import { PNG } from 'pngjs';
import { fromBuffer, type Entry } from 'yauzl';
import type { KeptSheet, SendChoice, SendOut, SendPreset } from '@uvrant/contract';
import { boxAt, emptySheet, freshPass, freshSource, INKS, STANDARD_PATTERN, STOCKS, type Sheet } from '@uvrant/core';
import { startServer, until, type TestServer } from './support';

const [SOOT, FLARE] = [INKS[0]!, INKS[1]!];
const sheetNamed = (name: string, change: Partial<Sheet> = {}): Sheet => ({
  ...emptySheet({ name, size: { width: 60, height: 80 }, ppi: 100, edges: 'hard', stock: STOCKS[0]!, ink: SOOT, ground: null }),
  inks: [SOOT, FLARE],
  passes: [
    freshPass('bar', 'Bar', freshSource('flat', { colour: { ink: SOOT.id } }), boxAt(30, 40, 40, 20)),
    freshPass('dot', 'Dot', freshSource('flat', { colour: { ink: FLARE.id } }), boxAt(30, 70, 10, 10)),
  ],
  ...change,
});

let server: TestServer;
let job: string;
beforeAll(async () => {
  server = await startServer();
  job = (await server.ask({ method: 'POST', url: '/api/jobs', payload: { name: 'Night concerts' } })).json<{ id: string }>().id;
});
afterAll(() => server.close());

const made = async (document: Sheet): Promise<string> =>
  (await server.ask({ method: 'POST', url: `/api/jobs/${job}/sheets`, payload: { document } })).json<KeptSheet>().id;
const ordered = (sheets: readonly string[], choice: Partial<SendChoice> & { crop?: unknown }) =>
  server.ask({ method: 'POST', url: `/api/jobs/${job}/send-outs`, payload: { sheets, ...choice } });
const outs = async (): Promise<SendOut[]> => (await server.ask({ method: 'GET', url: `/api/jobs/${job}/send-outs` })).json<SendOut[]>();
const done = async (ids: readonly string[]): Promise<SendOut[]> => {
  await until(async () => {
    const all = (await outs()).filter(({ id }) => ids.includes(id));
    const failed = all.find(({ state }) => state === 'failed');
    if (failed) throw new Error(failed.error ?? 'failed');
    return all.every(({ state }) => state === 'done');
  });
  return (await outs()).filter(({ id }) => ids.includes(id));
};

test('files of several sheets are queued together, a plate an ink, the job’s ticket last, and each has its picture', async () => {
  const sheets = [await made(sheetNamed('One')), await made(sheetNamed('Two'))];
  const files = [
    { format: 'job-ticket', options: {} },
    { format: 'plates', options: { marks: false } },
    { format: 'png', options: {} },
  ];
  const answer = await ordered(sheets, { files, pattern: '{job}-{sheet}-{ink}' });
  expect(answer.statusCode).toBe(202);
  const queued = answer.json<SendOut[]>();
  expect(queued.map(({ fileName }) => fileName)).toEqual(
    ['one', 'two'].flatMap((name) => [
      `night-concerts-${name}-${SOOT.name.toLowerCase()}.tif`,
      `night-concerts-${name}-${FLARE.name.toLowerCase()}.tif`,
      `night-concerts-${name}.png`,
      `night-concerts-${name}-ticket.pdf`,
    ]),
  );
  const all = await done(queued.map(({ id }) => id));
  const films = all.filter(({ format }) => format === 'plates');
  expect(films.map(({ ink }) => ink).sort()).toEqual([SOOT.id, FLARE.id, SOOT.id, FLARE.id].sort());
  expect(films.every(({ hasPicture }) => hasPicture)).toBe(true);
  const picture = await server.ask({ method: 'GET', url: `/api/send-outs/${films[0]!.id}/picture` });
  expect([picture.statusCode, picture.headers['content-type']]).toEqual([200, 'image/webp']);
  const ticket = all.find(({ format, sheetName }) => format === 'job-ticket' && sheetName === 'Two');
  const file = await server.ask({ method: 'GET', url: `/api/send-outs/${ticket!.id}/file` });
  expect([file.headers['content-type'], file.rawPayload.toString('latin1', 0, 5)]).toEqual(['application/pdf', '%PDF-']);
}, 60_000);

test('several files are taken as one zip, those of one name told apart', async () => {
  const sheet = await made(sheetNamed('Twice'));
  const files = [{ format: 'png', options: {} }];
  const first = (await ordered([sheet], { files })).json<SendOut[]>();
  const second = (await ordered([sheet], { files })).json<SendOut[]>();
  const ids = [...first, ...second].map(({ id }) => id);
  await done(ids);
  const zip = await server.ask({ method: 'GET', url: `/api/send-outs/zip?ids=${ids.join(',')}&name=Night%20concerts` });
  expect(zip.headers['content-disposition']).toContain('Night concerts.zip');
  const names = await new Promise<string[]>((resolve, reject) => {
    const found: string[] = [];
    fromBuffer(zip.rawPayload, (error, opened) => {
      if (error) return reject(error);
      opened.on('entry', (entry: Entry) => found.push(entry.fileName));
      opened.on('end', () => resolve(found));
    });
  });
  expect(names).toEqual(['twice-2.36x3.15in-100ppi.png', 'twice-2.36x3.15in-100ppi-2.png']);
  expect((await server.ask({ method: 'GET', url: '/api/send-outs/zip?ids=none' })).statusCode).toBe(404);
}, 60_000);

test('a part of a sheet, at another ppi, is the crop', async () => {
  const sheet = await made(sheetNamed('Part'));
  const crop = { x: 10, y: 30, width: 25.4, height: 12.7 };
  const [out] = (await ordered([sheet], { files: [{ format: 'png', options: {} }], devicePpi: 200, crop })).json<SendOut[]>();
  expect([out?.width, out?.height]).toEqual([200, 100]);
  await done([out!.id]);
  const image = PNG.sync.read((await server.ask({ method: 'GET', url: `/api/send-outs/${out!.id}/file` })).rawPayload);
  // The bar begins at 10 mm and reaches over the whole crop.
  expect([image.width, image.height, image.data.every((value, i) => i % 4 !== 3 || value === 255)]).toEqual([200, 100, true]);
}, 60_000);

test.each([
  ['an option that there is not', { files: [{ format: 'png', options: { shine: 1 } }] }, '“shine” is no option of png'],
  ['an option out of range', { files: [{ format: 'jpeg', options: { quality: 400 } }] }, 'Quality is 400'],
  ['a format that there is not', { files: [{ format: 'xpm', options: {} }] }, '"files[0].format" must be one of'],
  ['a name that cannot be said', { files: [{ format: 'png', options: {} }], pattern: '{sheet}{moon}' }, 'cannot say {moon}'],
])('%s is refused in words, and nothing is queued', async (_, choice, words) => {
  const sheet = await made(sheetNamed('Refused'));
  const before = (await outs()).length;
  const answer = await ordered([sheet], choice);
  expect([answer.statusCode, answer.json<{ message: string }>().message]).toEqual([400, expect.stringContaining(words)]);
  expect((await outs()).length).toBe(before);
});

test('a part of a sheet is as many pixels as it has; one beyond the sheet is refused, and nothing is queued', async () => {
  const sheet = await made(sheetNamed('Part'));
  const part = { x: 5, y: 4, width: 12.7, height: 10 };
  const [file] = (await ordered([sheet], { files: [{ format: 'png', options: {} }], pattern: '{sheet}', devicePpi: 200, crop: part })).json<
    SendOut[]
  >();
  expect(file).toMatchObject({ crop: part, width: 100, height: 79, pattern: '{sheet}', fileName: 'part.png' });
  const before = (await outs()).length;
  const answer = await ordered([sheet], { files: [{ format: 'png', options: {} }], crop: { ...part, x: 4000 } });
  expect([answer.statusCode, answer.json<{ message: string }>().message]).toEqual([400, expect.stringContaining('does not lie on “Part”')]);
  expect((await outs()).length).toBe(before);
});

test('plates of a sheet that prints no ink are refused with what would do, and the other sheet’s files with them', async () => {
  const [inked, bare] = [await made(sheetNamed('Inked')), await made(sheetNamed('Bare', { inks: [], passes: [] }))];
  const before = (await outs()).length;
  const answer = await ordered([inked, bare], { files: [{ format: 'plates', options: {} }] });
  expect([answer.statusCode, answer.json<{ message: string }>().message]).toEqual([409, expect.stringContaining('“Bare” prints no ink')]);
  expect((await outs()).length).toBe(before);
});

test('one file of a sheet’s plates is of one ink, which is on the sheet', async () => {
  const sheet = await made(sheetNamed('Single'));
  const one = (payload: object) =>
    server.ask({ method: 'POST', url: `/api/sheets/${sheet}/send-outs`, payload: { format: 'plates', ...payload } });
  const before = (await outs()).length;
  for (const [payload, words] of [
    [{}, 'say which ink'],
    [{ ink: 'gold' }, '“Single” has no ink “gold”'],
  ] as const) {
    const answer = await one(payload);
    expect([answer.statusCode, answer.json<{ message: string }>().message]).toEqual([400, expect.stringContaining(words)]);
  }
  expect((await outs()).length).toBe(before);
  expect((await one({ ink: FLARE.id })).json<SendOut>()).toMatchObject({ ink: FLARE.id });
});

test('a choice is put by under a name, written over by the same name, and removed', async () => {
  const choice: SendChoice = {
    files: [{ format: 'webp', options: { lossless: true } }],
    pattern: STANDARD_PATTERN,
    devicePpi: null,
    crop: null,
  };
  const keep = (payload: object) => server.ask({ method: 'POST', url: '/api/send-presets', payload });
  const list = async () => (await server.ask({ method: 'GET', url: '/api/send-presets' })).json<SendPreset[]>();
  await keep({ name: 'Web', choice });
  await keep({ name: 'Web', choice: { ...choice, devicePpi: 150 } });
  expect(await list()).toMatchObject([{ name: 'Web', choice: { ...choice, devicePpi: 150 } }]);
  expect((await keep({ name: ' ', choice })).statusCode).toBe(400);
  const [{ id }] = (await list()) as [SendPreset];
  expect((await server.ask({ method: 'DELETE', url: `/api/send-presets/${id}` })).statusCode).toBe(204);
  expect((await server.ask({ method: 'DELETE', url: `/api/send-presets/${id}` })).statusCode).toBe(404);
  expect(await list()).toEqual([]);
});
