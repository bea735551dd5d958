import { randomUUID } from 'node:crypto';
import { createReadStream, mkdirSync, rmSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { MessageChannel } from 'node:worker_threads';
import Joi from 'joi';
import type { Asset } from '@uvrant/contract';
import { AppError } from '../errors';
import { whileHere } from '../sender';
import { PREVIEW_PPI } from '../scanner/flatbed';
import type { OnGlass, ScanArea, ScanOrder } from '../scanner/port';
import { answers } from './answers';
import { routes } from './routes';

const glass = Joi.object({
  surface: Joi.string().max(80).required(),
  seed: Joi.number().integer().min(0).max(999_999).required(),
  tiles: Joi.boolean().required(),
}).required();
const mm = Joi.number().min(0).max(2000).required();
const look = { glass, colour: Joi.boolean().required(), exposure: Joi.number().required() };

interface PreviewBody {
  readonly glass: OnGlass;
  readonly colour: boolean;
  readonly exposure: number;
}
interface ScanBody extends PreviewBody {
  readonly scan: string;
  readonly device: string;
  readonly name: string;
  readonly ppi: number;
  readonly area: ScanArea;
}

/** Scanners: what there is, a quick look at the glass, and scans into a job's plan chest. */
export const scannerRoutes = routes('scanner', ['scanner', 'assets', 'jobs', 'events'], (app) => {
  const {
    scanner,
    assets,
    jobs,
    bus,
    places: { dataDir },
  } = app;
  const folder = join(dataDir, 'scans');
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const underWay = new Map<string, AbortController>();

  /** Scans into a file of its own, hands it on, and leaves nothing behind. */
  const withScan = async <R>(run: (file: string) => Promise<R>): Promise<R> => {
    const file = join(folder, `${randomUUID()}.png`);
    try {
      return await run(file);
    } finally {
      rmSync(file, { force: true });
    }
  };

  /** Scans with its progress told, until it is over or called off; the channel is closed however that ends. */
  const scanned = async (
    device: string,
    order: ScanOrder,
    file: string,
    tell: (share: number) => void,
    signal: AbortSignal,
  ): Promise<void> => {
    const { port1, port2 } = new MessageChannel();
    port1.on('message', tell);
    try {
      await scanner.scan(device, order, file, port2, signal);
    } finally {
      port1.close();
      port2.close();
    }
  };

  app.get('/api/scanner/devices', { schema: answers('devices') }, () => scanner.devices());

  app.post<{ Params: { device: string }; Body: PreviewBody }>(
    '/api/scanner/devices/:device/preview',
    { schema: { params: Joi.object({ device: Joi.string().max(80).required() }), body: Joi.object(look) } },
    async (request, reply) => {
      const { device } = request.params;
      const bed = scanner.devices().find(({ id }) => id === device)?.glass ?? { width: 100, height: 100 };
      const order = { ...request.body, ppi: PREVIEW_PPI, area: { x: 0, y: 0, ...bed } };
      const png = await whileHere(request, (signal) =>
        withScan(async (file) => {
          await scanned(device, order, file, () => undefined, signal);
          return readFile(file);
        }),
      );
      return reply.type('image/png').send(png);
    },
  );

  app.post<{ Params: { job: string }; Body: ScanBody }>(
    '/api/jobs/:job/scans',
    {
      schema: {
        params: Joi.object({ job: Joi.string().required() }),
        body: Joi.object({
          ...look,
          scan: Joi.string().max(80).required(),
          device: Joi.string().max(80).required(),
          name: Joi.string().trim().min(1).max(120).required(),
          ppi: Joi.number().integer().required(),
          area: Joi.object({ x: mm, y: mm, width: mm, height: mm }).required(),
        }),
        ...answers('asset'),
      },
    },
    async (request, reply) => {
      const { job } = request.params;
      const { scan, device, name, ...order } = request.body;
      jobs.need(job);
      const stop = new AbortController();
      underWay.set(scan, stop);
      try {
        const asset = await withScan(async (file): Promise<Asset> => {
          await scanned(device, order, file, (share) => bus.tell({ topic: 'scan', scan, share: 0.9 * share }), stop.signal);
          return assets.take(
            job,
            `${name}.png`,
            createReadStream(file),
            (share) => bus.tell({ topic: 'scan', scan, share: 0.9 + 0.1 * share }),
            'texture',
          );
        });
        return await reply.code(201).send(asset);
      } catch (error) {
        if (stop.signal.aborted) throw new AppError('wrong-state', 'The scan was cancelled; nothing of it was kept.');
        throw error;
      } finally {
        underWay.delete(scan);
      }
    },
  );

  app.delete<{ Params: { scan: string } }>(
    '/api/scans/:scan',
    { schema: { params: Joi.object({ scan: Joi.string().max(80).required() }) } },
    (request, reply) => {
      const stop = underWay.get(request.params.scan);
      if (!stop) throw new AppError('not-found', 'This scan is not under way.');
      stop.abort();
      return reply.code(204).send();
    },
  );
});
