import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { PNG } from 'pngjs';
import type { KeptSheet, OwnFont, SendOut } from '@uvrant/contract';
import {
  boxAt,
  emptySheet,
  freshPass,
  freshSource,
  INKS,
  SHIPPED_FONTS,
  STOCKS,
  wholeSheet,
  type Pass,
  type Sheet,
  type Source,
} from '@uvrant/core';
import { multipart, startServer, until, type TestServer } from './support';

const fontFolder = dirname(createRequire(__filename).resolve('@fontsource/bangers/package.json'));
const lettering = readFileSync(join(fontFolder, 'files/bangers-latin-400-normal.woff'));
const size = { width: 60, height: 80 };

const pass = (id: string, source: Source, more: Partial<Pass> = {}): Pass => freshPass(id, id, source, boxAt(30, 40, 50, 12), more);
const sheetWith = (name: string, ...passes: Pass[]): Sheet => ({
  ...emptySheet({ name, size, ppi: 150, edges: 'hard', stock: STOCKS[0]!, ink: INKS[0]!, ground: null }),
  passes,
});
const ownType = (font: { readonly sha256: string; readonly name: string; readonly path?: string }): Source =>
  freshSource('type', { text: 'Perigee', size: 12, font });
const inkedPixels = ({ data }: PNG): number => data.filter((v, i) => i % 4 === 3 && v === 255).length;

describe('on the server', () => {
  let server: TestServer;
  let job: string;
  beforeAll(async () => {
    server = await startServer();
    job = (await server.ask({ method: 'POST', url: '/api/jobs', payload: { name: 'Whole sheets' } })).json<{ id: string }>().id;
  });
  afterAll(() => server.close());

  const make = async (document: Sheet) => server.ask({ method: 'POST', url: `/api/jobs/${job}/sheets`, payload: { document } });
  const send = async (id: string) => server.ask({ method: 'POST', url: `/api/sheets/${id}/send-outs`, payload: { format: 'png' } });
  const file = async (id: string): Promise<PNG> => {
    await until(async () => {
      const outs = (await server.ask({ method: 'GET', url: `/api/jobs/${job}/send-outs` })).json<SendOut[]>();
      const out = outs.find((each) => each.id === id);
      if (out?.state === 'failed') throw new Error(out.error ?? 'failed');
      return out?.state === 'done';
    });
    return PNG.sync.read((await server.ask({ method: 'GET', url: `/api/send-outs/${id}/file` })).rawPayload);
  };
  const added = async (name: string, content: Buffer) => server.ask({ method: 'POST', url: '/api/fonts', ...multipart(name, content) });

  test('every font that ships leaves as sfnt, and one that does not is not found', async () => {
    for (const { family, subsets } of SHIPPED_FONTS) {
      for (const [i] of subsets.entries()) {
        const answer = await server.ask({ method: 'GET', url: `/api/fonts/shipped/${family}/${i}` });
        expect([family, answer.statusCode, answer.rawPayload.readUInt32BE(0)]).toEqual([family, 200, expect.any(Number)]);
        expect([0x00010000, 0x4f54544f]).toContain(answer.rawPayload.readUInt32BE(0));
      }
    }
    expect((await server.ask({ method: 'GET', url: '/api/fonts/shipped/anton/9' })).statusCode).toBe(404);
    expect((await server.ask({ method: 'GET', url: '/api/fonts/shipped/..%2f..%2fsecret/0' })).statusCode).toBe(404);
  });

  test('a WOFF2 is taken in as well', async () => {
    const woff2 = readFileSync(join(fontFolder, 'files/bangers-latin-400-normal.woff2'));
    const answer = await added('lettering.woff2', woff2);
    expect([answer.statusCode, answer.json<OwnFont>().name]).toEqual([201, 'Bangers Regular']);
    await server.ask({ method: 'DELETE', url: `/api/fonts/own/${answer.json<OwnFont>().sha256}` });
  });

  test('a font whose letters are blank is refused', async () => {
    const sfnt = Buffer.from((await server.ask({ method: 'GET', url: '/api/fonts/shipped/anton/0' })).rawPayload);
    const tables = Array.from({ length: sfnt.readUInt16BE(4) }, (_, i) => 12 + 16 * i);
    const at = (tag: string): number => tables.find((each) => sfnt.toString('latin1', each, each + 4) === tag) as number;
    // Every glyph begins and ends at the same place.
    sfnt.fill(0, sfnt.readUInt32BE(at('loca') + 8), sfnt.readUInt32BE(at('loca') + 8) + sfnt.readUInt32BE(at('loca') + 12));
    const answer = await added('blank.ttf', sfnt);
    expect([answer.statusCode, answer.json<{ message: string }>().message]).toEqual([422, expect.stringContaining('prints nothing')]);
  });

  test('a font of one’s own is kept once, says its name, and prints', async () => {
    const font = (await added('lettering.woff', lettering)).json<OwnFont>();
    await added('again.woff', lettering);
    expect((await server.ask({ method: 'GET', url: '/api/fonts' })).json<OwnFont[]>()).toEqual([{ ...font, name: 'Bangers Regular' }]);
    const sheet = (await make(sheetWith('Own', pass('t', ownType(font))))).json<KeptSheet>();
    const out = (await send(sheet.id)).json<SendOut>();
    const image = await file(out.id);
    expect(inkedPixels(image)).toBeGreaterThan(2000);
    const shipped = (await make(sheetWith('Shipped', pass('t', freshSource('type', { text: 'Perigee', size: 12 }))))).json<KeptSheet>();
    expect((await file((await send(shipped.id)).json<SendOut>().id)).data.equals(image.data)).toBe(false);
  });

  test.each([
    ['a text', Buffer.from('this is no font at all, but a text'), 'is no font'],
    ['half a font', lettering.subarray(0, 3000), 'damaged'],
    ['nothing', Buffer.alloc(0), 'too short'],
  ])('%s is refused by name, and nothing is kept', async (_, content, words) => {
    const before = (await server.ask({ method: 'GET', url: '/api/fonts' })).json<OwnFont[]>();
    const answer = await added('bad.ttf', content);
    expect([answer.statusCode, answer.json<{ message: string }>().message]).toEqual([
      422,
      expect.stringMatching(new RegExp(`^bad.ttf: .*${words}`)),
    ]);
    expect((await server.ask({ method: 'GET', url: '/api/fonts' })).json()).toEqual(before);
  });

  test('a sheet in a font that is not here is refused', async () => {
    const answer = await make(sheetWith('Lost', pass('t', ownType({ sha256: 'a'.repeat(64), name: 'Lost Grotesque' }))));
    expect([answer.statusCode, answer.json<{ message: string }>().message]).toEqual([
      422,
      'The sheet sets type in Lost Grotesque, which is not here: add the font first.',
    ]);
  });

  test('another sheet is printed as it was when the file was sent out; a circle is refused with the chain named', async () => {
    const black = freshSource('flat', { colour: { srgb: '#000000' } });
    const inner = (await make(sheetWith('Inner', pass('f', black, { placement: boxAt(30, 40, 30, 40) })))).json<KeptSheet>();
    const print = (id: string): Pass =>
      pass('other', { kind: 'sheet', sheet: { id } }, { placement: { ...wholeSheet(size), beyond: 'nothing' } });
    const outer = (await make(sheetWith('Outer', print(inner.id)))).json<KeptSheet>();
    const out = (await send(outer.id)).json<SendOut>();
    await server.ask({
      method: 'PUT',
      url: `/api/sheets/${inner.id}`,
      payload: { baseRevision: 1, editId: 'empties-inner', document: { ...inner.document, passes: [] } },
    });
    expect(inkedPixels(await file(out.id)) / (354 * 472)).toBeCloseTo(0.25, 2);

    await server.ask({
      method: 'PUT',
      url: `/api/sheets/${inner.id}`,
      payload: { baseRevision: 2, editId: 'makes-a-circle', document: { ...inner.document, passes: [print(outer.id)] } },
    });
    const refused = await send(outer.id);
    expect([refused.statusCode, refused.json<{ message: string }>().message]).toEqual([
      409,
      expect.stringContaining('“Outer” prints “Inner” prints “Outer”'),
    ]);
  });

  test('dials out of range, an unknown lay and a bad ramp are refused by name', async () => {
    const cases: [Pass, string][] = [
      [pass('t', freshSource('type', { size: -1 })), 'size'],
      [pass('r', freshSource('ramp', { stops: [] })), '2 to 12 colours'],
      [pass('f', freshSource('shape', { form: 'blob' as 'line' })), 'form'],
      [pass('n', freshSource('flat'), { lay: { mode: 'normal', strength: 1, times: 40 } }), 'times'],
    ];
    for (const [each, words] of cases) {
      const answer = await make(sheetWith('Bad', each));
      expect([answer.statusCode, answer.json<{ message: string }>().message]).toEqual([422, expect.stringContaining(words)]);
    }
  });
});

describe('on the command line', () => {
  const folder = mkdtempSync(join(tmpdir(), 'uvrant-whole-'));
  const hash = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');
  beforeAll(() => {
    mkdirSync(join(folder, 'sheets'));
    writeFileSync(join(folder, 'lettering.woff'), lettering);
  });
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  const render = (sheet: Sheet, name = 'sheet.json') => {
    const path = join(folder, 'sheets', name);
    writeFileSync(path, JSON.stringify(sheet));
    const out = join(folder, 'out.png');
    const done = spawnSync(process.execPath, [join(__dirname, '../dist/cli.js'), path, '-o', out], { encoding: 'utf8' });
    return { said: done.stderr, image: done.status === 0 ? PNG.sync.read(readFileSync(out)) : null };
  };

  test('type in a font beside the sheet, and another sheet beside it', () => {
    const font = { sha256: hash(lettering), name: 'Bangers', path: '../lettering.woff' };
    writeFileSync(join(folder, 'sheets/inner.json'), JSON.stringify(sheetWith('Inner', pass('t', ownType(font)))));
    const outer = sheetWith(
      'Outer',
      pass(
        'other',
        { kind: 'sheet', sheet: { id: 'inner', path: 'inner.json' } },
        { placement: { ...wholeSheet(size), beyond: 'nothing' } },
      ),
    );
    const { said, image } = render(outer);
    expect(said).toBe('');
    const direct = render(sheetWith('Direct', pass('t', ownType(font))));
    // The inner sheet’s soft edges are cut once more by the outer one’s; they were all or nothing already.
    expect(inkedPixels(image as PNG)).toBe(inkedPixels(direct.image as PNG));
  });

  test.each([
    ['a font without a path', { sha256: hash(lettering), name: 'Bangers' }, 'Bangers has no path'],
    [
      'another font there',
      { sha256: 'b'.repeat(64), name: 'Bangers', path: '../lettering.woff' },
      'is another font than the sheet was made with',
    ],
    ['no font there', { sha256: 'b'.repeat(64), name: 'Bangers', path: '../none.woff' }, 'is not beside the sheet'],
  ])('%s: the command says so', (_, font, words) => {
    expect(render(sheetWith('Bad', pass('t', ownType(font)))).said).toContain(words);
  });

  test('the demo’s sheets set their type in fonts that ship, and print it', () => {
    cpSync(join(__dirname, '../../../demo/pictures'), join(folder, 'pictures'), { recursive: true });
    const garment = JSON.parse(readFileSync(join(__dirname, '../../../demo/sheets/2-garment.json'), 'utf8')) as Sheet;
    const { said, image } = render({ ...garment, ppi: 40 });
    expect(said).toBe('');
    // 16 × 20 in; clear ground at the corner, lettering in chalk below.
    expect([image?.width, image?.height]).toEqual([640, 800]);
    const at = (x: number, y: number): number[] => [...(image as PNG).data.subarray(4 * (y * 640 + x), 4 * (y * 640 + x) + 4)];
    expect(at(4, 4)[3]).toBe(0);
    const letters = Array.from({ length: 500 }, (_, i) => at(60 + i, 590));
    expect(letters.filter(([, , , alpha]) => alpha === 255).length).toBeGreaterThan(150);
  });
});
