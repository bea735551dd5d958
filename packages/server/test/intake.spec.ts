import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import sharp, { type Sharp } from 'sharp';
import type { Asset } from '@uvrant/contract';
import { chanceAt } from '@uvrant/core';
import { colours as pictureOf, multipart, startServer, type TestServer } from './support';

let server: TestServer;
let job: string;
beforeAll(async () => {
  server = await startServer();
  job = server.services.jobs.create('Intake').id;
});
afterAll(() => server.close());

const take = (name: string, content: Buffer) => server.ask({ method: 'POST', url: `/api/jobs/${job}/assets`, ...multipart(name, content) });
const tileOf = async (asset: Asset): Promise<Buffer> =>
  gunzipSync((await server.ask({ method: 'GET', url: `/api/assets/${asset.sha256}/tiles/0/0/0` })).rawPayload);

interface Tiff {
  readonly samples: number;
  readonly bits: number;
  /** 1 whole numbers, 2 signed, 3 floating point (TIFF 6.0, SampleFormat). */
  readonly format: number;
  /** 1 black is zero, 2 RGB, 5 separated. */
  readonly photometric: number;
  readonly extra?: readonly number[];
  readonly big?: boolean;
}
const SIDE = 8;

/** A TIFF of eight by eight pixels in one strip, written by its specification (TIFF 6.0, section 2), little-endian. */
const tiff = ({ samples, bits, format, photometric, extra = [], big = false }: Tiff, pixels: Buffer): Buffer => {
  const shorts = (values: readonly number[]): Buffer => Buffer.from(Uint16Array.from(values).buffer);
  const same = (value: number): number[] => Array.from({ length: samples }, () => value);
  const entries: (readonly [tag: number, values: readonly number[]])[] = [
    [256, [SIDE]],
    [257, [SIDE]],
    [258, same(bits)],
    [259, [1]],
    [262, [photometric]],
    [273, [-1]],
    [277, [samples]],
    [278, [SIDE]],
    [279, [pixels.length]],
    [284, [1]],
    ...(extra.length > 0 ? [[338, extra] as const] : []),
    [339, same(format)],
  ];
  const [word, head, entryBytes] = big ? [8, 16, 20] : [4, 8, 12];
  const directory = (big ? 8 : 2) + entries.length * entryBytes + word;
  const longer: Buffer[] = [];
  let at = head + directory;
  const number = (value: number, bytes: number): Buffer => {
    const out = Buffer.alloc(bytes);
    if (bytes === 8) out.writeBigUInt64LE(BigInt(value));
    else out.writeUIntLE(value, 0, bytes);
    return out;
  };
  const start = at + entries.reduce((sum, [, values]) => sum + (2 * values.length > word ? 2 * values.length : 0), 0);
  const rows = entries.map(([tag, values]) => {
    const written = shorts(values[0] === -1 ? [start] : values);
    const inline = written.length <= word;
    const value = inline ? Buffer.concat([written, Buffer.alloc(word - written.length)]) : number(at, word);
    if (!inline) {
      longer.push(written);
      at += written.length;
    }
    return Buffer.concat([number(tag, 2), number(3, 2), number(values.length, word), value]);
  });
  const first = big ? Buffer.from([0x49, 0x49, 43, 0, 8, 0, 0, 0, 16, 0, 0, 0, 0, 0, 0, 0]) : Buffer.from([0x49, 0x49, 42, 0, 8, 0, 0, 0]);
  return Buffer.concat([first, number(entries.length, big ? 8 : 2), ...rows, Buffer.alloc(word), ...longer, pixels]);
};
const pixels = (samples: number, value: (sample: number) => number): Buffer =>
  Buffer.from(Uint8Array.from({ length: SIDE * SIDE * samples }, (_, i) => value(i % samples)));
const RGB = { bits: 8, format: 1, photometric: 2 } as const;
const colours = [200, 120, 40];

describe('a TIFF', () => {
  test.each([false, true])('with a spot channel is read by its colours, and says that the channel is left out (big: %s)', async (big) => {
    // A spot channel that is empty nearly everywhere: as transparency it would hide the picture.
    const file = tiff(
      { ...RGB, samples: 4, extra: [0], big },
      pixels(4, (sample) => colours[sample] ?? (big ? 1 : 0)),
    );
    const answer = await take('spot.tif', file);
    expect(answer.statusCode).toBe(201);
    const asset = answer.json<Asset>();
    expect(asset).toMatchObject({ channels: 3, depth: 8, note: expect.stringContaining('left out') as string });
    expect([...(await tileOf(asset)).subarray(0, 3)]).toEqual(colours);
    // Its thumbnail and what is measured of it are of the colours, too: their mean, not the white behind a hidden picture.
    const thumbnail = (await server.ask({ method: 'GET', url: `/api/assets/${asset.sha256}/thumbnail` })).rawPayload;
    expect((await sharp(thumbnail).metadata()).hasAlpha).toBe(false);
    expect(asset.mean).toBeLessThan(0.7);
  });

  test('with transparency keeps it, and has no note', async () => {
    const file = tiff(
      { ...RGB, samples: 4, extra: [2] },
      pixels(4, (sample) => colours[sample] ?? 128),
    );
    expect((await take('clear.tif', file)).json<Asset>()).toMatchObject({ channels: 4, note: null });
  });

  test.each([
    ['32-bit floating point grey', { samples: 1, bits: 32, format: 3, photometric: 1 }, 4, '8 or 16 bits'],
    ['two spot channels', { ...RGB, samples: 5, extra: [0, 0] }, 5, '2 channels beside its colours'],
    ['inks and two spots', { ...RGB, photometric: 5, samples: 6, extra: [0, 0] }, 6, '2 channels beside its colours'],
  ])('of %s is refused in words', async (_, facts, bytes, words) => {
    const answer = await take(
      'odd.tif',
      tiff(
        facts,
        pixels(bytes, () => 63),
      ),
    );
    expect(answer.statusCode).toBe(415);
    const { message } = answer.json<{ message: string }>();
    expect(message).toContain(words);
    expect(message).toContain('Uvrant takes');
  });
});

test('what a decoder only warns of comes in with its warning, never with a path', async () => {
  const whole = await sharp({ create: { width: 60, height: 40, channels: 3, background: '#a05030' } })
    .jpeg()
    .toBuffer();
  // Bytes that belong to nothing between its first two segments (JPEG, ITU-T T.81, B.1.1.2).
  const second = 4 + whole.readUInt16BE(4);
  const odd = Buffer.concat([whole.subarray(0, second), Buffer.from([1, 2, 3, 4, 5, 6, 7]), whole.subarray(second)]);
  const answer = await take('odd.jpg', odd);
  expect(answer.statusCode).toBe(201);
  const { note, sha256 } = answer.json<Asset>();
  expect(note).toMatch(/decoder warned: “.*extraneous.*”/);
  expect(note).not.toContain(server.dataDir);
  expect(note).not.toContain('treated as error');
  const listed = (await server.ask({ method: 'GET', url: `/api/jobs/${job}` })).json<{ assets: Asset[] }>().assets;
  expect(listed.find((each) => each.sha256 === sha256)?.note).toBe(note);
  // One that is cut short is refused all the same.
  const large = await sharp({ create: { width: 600, height: 400, channels: 3, background: '#a05030' } })
    .jpeg()
    .toBuffer();
  const cut = await take('cut.jpg', large.subarray(0, large.length / 2));
  expect(cut.statusCode).toBe(422);
});

describe('damaged files', () => {
  const EACH = process.env['UVRANT_LONG'] ? 130 : 12;
  const FORMATS = {
    png: (picture: Sharp) => picture.png(),
    jpg: (picture: Sharp) => picture.jpeg(),
    tif: (picture: Sharp) => picture.tiff({ compression: 'lzw' }),
    webp: (picture: Sharp) => picture.webp(),
  } as const;

  /** A file damaged by chance: bytes changed, a stretch cut out, written over or doubled, or its end cut off. */
  const damaged = (whole: Buffer, seed: number): Buffer => {
    const chance = (n: number, most: number): number => Math.floor(chanceAt(n, seed, 977) * most);
    const [at, long] = [chance(0, whole.length), 1 + chance(1, 200)];
    const [before, after] = [whole.subarray(0, at), whole.subarray(at + long)];
    switch (chance(2, 5)) {
      case 0: {
        const out = Buffer.from(whole);
        for (let n = 0; n < 1 + chance(3, 12); n++) out[chance(10 + n, out.length)] = chance(40 + n, 256);
        return out;
      }
      case 1:
        return Buffer.concat([before, after]);
      case 2:
        return Buffer.concat([before, Buffer.alloc(long, chance(4, 256)), after]);
      case 3:
        return Buffer.concat([before, whole.subarray(at, at + long), whole.subarray(at, at + long), after]);
      default:
        return before;
    }
  };

  test.each(Object.keys(FORMATS) as (keyof typeof FORMATS)[])(
    `${EACH} of %s come in whole or are refused in words, and leave nothing behind`,
    async (format) => {
      const raw = { width: 300, height: 200, channels: 3 } as const;
      const whole = await FORMATS[format](sharp(pictureOf(raw.width, raw.height), { raw })).toBuffer();
      for (let seed = 0; seed < EACH; seed++) {
        const answer = await take(`damaged.${format}`, damaged(whole, seed));
        const body = answer.json<Asset & { message?: string }>();
        expect([seed, [201, 413, 415, 422].includes(answer.statusCode)]).toEqual([seed, true]);
        expect(answer.body).not.toContain(server.dataDir);
        if (answer.statusCode === 201) {
          const { length } = await tileOf(body);
          expect([seed, length]).toEqual([seed, (Math.min(512, body.width) * Math.min(512, body.height) * body.channels * body.depth) / 8]);
        } else expect(body.message).toMatch(/Uvrant takes/);
      }
      expect(readdirSync(join(server.dataDir, 'incoming'))).toEqual([]);
      const known = new Set(server.services.assets.ofJob(job).map(({ sha256 }) => sha256));
      expect(readdirSync(join(server.dataDir, 'assets')).filter((each) => !known.has(each))).toEqual([]);
    },
    60_000 + EACH * 1000,
  );
});
