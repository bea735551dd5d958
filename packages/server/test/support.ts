import { createHash, randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { crc32, deflateSync } from 'node:zlib';
import type { FastifyInstance, InjectOptions, LightMyRequestResponse as Response } from 'fastify';
import sharp from 'sharp';
import { INKS, STARTING_POINTS, startedSheet, STOCKS, type Sheet, type StartingPoint } from '@uvrant/core';
import { buildApp } from '../src/app';
import type { Services } from '../src/service';

const root = join(__dirname, '../../..');

export const places = (dataDir: string) => ({
  dataDir,
  workersDir: join(root, 'packages/server/dist'),
  migrationsDir: join(root, 'packages/server/drizzle'),
  webDir: join(root, 'packages/web/dist/browser'),
});

export interface TestServer {
  readonly app: FastifyInstance;
  readonly services: Services;
  readonly dataDir: string;
  readonly ask: (options: InjectOptions) => Promise<Response>;
  readonly close: () => Promise<void>;
}

export const startServer = async (dataDir = mkdtempSync(join(tmpdir(), 'uvrant-server-'))): Promise<TestServer> => {
  const { app, services } = await buildApp(places(dataDir));
  await app.ready();
  const ask = (options: InjectOptions) => app.inject({ ...options, headers: { host: '127.0.0.1:4870', ...options.headers } });
  const close = async (): Promise<void> => {
    await app.close();
    rmSync(dataDir, { recursive: true, force: true });
  };
  return { app, services, dataDir, ask, close };
};

/** A multipart body with one file. */
export const multipart = (name: string, content: Buffer): { payload: Buffer; headers: Record<string, string> } => {
  const boundary = `----${randomUUID()}`;
  const head = `--${boundary}\r\nContent-Disposition: form-data; name="file"; filename="${name}"\r\nContent-Type: application/octet-stream\r\n\r\n`;
  return {
    payload: Buffer.concat([Buffer.from(head), content, Buffer.from(`\r\n--${boundary}--\r\n`)]),
    headers: { 'content-type': `multipart/form-data; boundary=${boundary}` },
  };
};

/** Smooth colours with structure, the same each time. */
export const colours = (width: number, height: number, channels: 1 | 3 | 4 = 3): Buffer => {
  const data = Buffer.alloc(width * height * channels);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      for (let c = 0; c < channels; c++, i++) data[i] = (x * (c + 1) + y * 3 + ((x * y) >> 4)) & 255;
    }
  }
  return data;
};

export const png = (width: number, height: number, channels: 1 | 3 | 4 = 3): Promise<Buffer> =>
  sharp(colours(width, height, channels), { raw: { width, height, channels } })
    .png()
    .toBuffer();

/** A PNG of one bit a pixel, all black, that takes few bytes and decodes to many. */
export const bomb = (width: number, height: number): Buffer => {
  const chunk = (type: string, data: Buffer): Buffer => {
    const body = Buffer.concat([Buffer.from(type, 'latin1'), data]);
    const ends = Buffer.alloc(8);
    ends.writeUInt32BE(data.length, 0);
    ends.writeUInt32BE(crc32(body), 4);
    return Buffer.concat([ends.subarray(0, 4), body, ends.subarray(4)]);
  };
  const header = Buffer.alloc(13);
  header.writeUInt32BE(width, 0);
  header.writeUInt32BE(height, 4);
  header.set([1, 0, 0, 0, 0], 8);
  const rows = deflateSync(Buffer.alloc(height * (1 + Math.ceil(width / 8))));
  const signature = Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]);
  return Buffer.concat([signature, chunk('IHDR', header), chunk('IDAT', rows), chunk('IEND', Buffer.alloc(0))]);
};

export const hashOf = (content: Buffer): string => createHash('sha256').update(content).digest('hex');

/** A small sheet with a picture through a screen. */
export const sheetOf = (sha256: string, size: { width: number; height: number }, ppi = 150, mm = { width: 60, height: 80 }): Sheet =>
  startedSheet(
    { name: 'Test sheet', size: mm, ppi, edges: 'hard', stock: STOCKS[0]!, ink: INKS[0]!, ground: INKS[1]! },
    { sha256, name: 'picture', size },
    STARTING_POINTS[0] as StartingPoint,
  );

export const until = async (what: () => boolean | Promise<boolean>, ms = 30_000): Promise<void> => {
  const end = Date.now() + ms;
  while (!(await what())) {
    if (Date.now() > end) throw new Error('waited in vain');
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
};
