import { join } from 'node:path';
import multipart from '@fastify/multipart';
import Fastify, { type FastifyError, type FastifyInstance } from 'fastify';
import { Piscina } from 'piscina';
import { allowDecoders } from './assets/decoders';
import { MOST_BYTES } from './assets/formats';
import { assetsPlugin } from './assets/plugin';
import { AssetStore, INGEST_THREADS } from './assets/store';
import { chestPlugin } from './chest/plugin';
import { RampStore } from './chest/ramps';
import { copiesPlugin } from './db/copies-plugin';
import { Facts } from './db/facts';
import { openDb } from './db/open';
import { dispatchPlugin } from './dispatch/plugin';
import { DispatchService } from './dispatch/service';
import { AppError, ERROR_STATUS, isFull } from './errors';
import { EventBus } from './events/bus';
import { fontsPlugin } from './fonts/plugin';
import { FontStore } from './fonts/store';
import { eventsPlugin } from './events/plugin';
import { jobsPlugin } from './jobs/plugin';
import { JobService } from './jobs/service';
import { servePages } from './pages';
import { flatbed } from './scanner/flatbed';
import { scannerPlugin } from './scanner/plugin';
import { guard } from './security';
import { sheetsPlugin } from './sheets/plugin';
import { SheetService } from './sheets/service';
import { Tray } from './tray/service';
import { trayPlugin } from './tray/plugin';
import { validateWithJoi } from './validation';

export interface AppPlaces {
  readonly dataDir: string;
  /** The built worker threads. */
  readonly workersDir: string;
  readonly migrationsDir: string;
  readonly webDir: string;
}

export interface Services {
  readonly jobs: JobService;
  readonly sheets: SheetService;
  readonly assets: AssetStore;
  readonly fonts: FontStore;
  readonly dispatch: DispatchService;
  readonly facts: Facts;
  readonly tray: Tray;
}

const MOST_DOCUMENT_BYTES = 8 * 2 ** 20;

const pool = (dir: string, file: string, maxThreads = 1): Piscina =>
  new Piscina({ filename: join(dir, file), minThreads: 0, maxThreads, idleTimeout: 30_000 });

const answerErrors = (app: FastifyInstance): void => {
  app.setErrorHandler((error: FastifyError | AppError, request, reply) => {
    if (error instanceof AppError) {
      return reply.code(error.status).send({ code: error.code, message: error.message, ...error.facts });
    }
    if (isFull(error)) {
      const message = 'The disk that holds Uvrant’s data is full. Nothing was lost: make room on it and try again.';
      return reply.code(ERROR_STATUS['no-room']).send({ code: 'no-room', message });
    }
    const status = error.statusCode ?? 500;
    if (status === 413) {
      const message = `A sheet may have ${MOST_DOCUMENT_BYTES / 2 ** 20} MB; this one has more, mostly brush strokes. Put some of its passes on a sheet of their own, and print that in this one.`;
      return reply.code(413).send({ code: 'too-large', message });
    }
    if (status < 500) return reply.code(status).send({ code: 'bad-request', message: error.message });
    request.log.error(error);
    return reply.code(ERROR_STATUS.internal).send({ code: 'internal', message: 'Something went wrong in the server; its log says what.' });
  });
  app.setNotFoundHandler((request, reply) =>
    reply.code(404).send({ code: 'not-found', message: `There is nothing at ${request.method} ${request.url.split('?')[0]}.` }),
  );
};

/** The whole server on one data directory, not listening yet. */
export const buildApp = async (places: AppPlaces): Promise<{ app: FastifyInstance; services: Services }> => {
  allowDecoders();
  const { db, copy, close } = openDb(places.dataDir, places.migrationsDir);
  const app = Fastify({ logger: { level: 'error' }, bodyLimit: MOST_DOCUMENT_BYTES, forceCloseConnections: true });
  validateWithJoi(app);
  guard(app);
  answerErrors(app);

  const bus = new EventBus();
  const ingesting = pool(places.workersDir, 'ingest.worker.js', INGEST_THREADS);
  const sending = pool(places.workersDir, 'send-out.worker.js');
  const scanning = pool(places.workersDir, 'scan.worker.js');
  const jobs = new JobService(db);
  const assets = new AssetStore(db, places.dataDir, ingesting);
  const trying = pool(places.workersDir, 'font.worker.js');
  const fonts = new FontStore(db, places.dataDir, trying);
  const sheets = new SheetService(db, assets, fonts);
  const dispatch = new DispatchService(db, places.dataDir, assets, fonts, sending, bus, (error) => app.log.error(error));
  const tray = new Tray(db, { sheets, assets, fonts, dispatch });

  await app.register(eventsPlugin(bus));
  await app.register(jobsPlugin(jobs, sheets, assets));
  await app.register(sheetsPlugin(sheets, jobs));
  await app.register(multipart, { limits: { fileSize: MOST_BYTES, files: 1, fields: 4 } });
  await app.register(assetsPlugin(assets, jobs, bus));
  await app.register(fontsPlugin(fonts, sheets));
  await app.register(chestPlugin(assets, new RampStore(db), sheets, dispatch));
  await app.register(scannerPlugin(flatbed(scanning), assets, jobs, bus, places.dataDir));
  await app.register(dispatchPlugin(dispatch, sheets, jobs));
  await app.register(trayPlugin(tray));
  await app.register(copiesPlugin(copy));
  await servePages(app, places.webDir);
  app.addHook('onReady', (ready) => {
    dispatch.wake();
    ready();
  });
  app.addHook('onClose', async () => {
    await dispatch.close();
    await Promise.all([ingesting.destroy(), sending.destroy(), scanning.destroy(), trying.destroy()]);
    close();
  });
  return { app, services: { jobs, sheets, assets, fonts, dispatch, facts: new Facts(db), tray } };
};
