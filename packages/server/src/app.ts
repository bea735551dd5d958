import multipart from '@fastify/multipart';
import Fastify, { type FastifyError, type FastifyInstance } from 'fastify';
import { allowDecoders } from './assets/decoders';
import { MOST_BYTES } from './assets/formats';
import { assetsPlugin } from './assets/plugin';
import { rampsPlugin } from './chest/plugin';
import { databasePlugin } from './db/plugin';
import { dispatchPlugin } from './dispatch/plugin';
import { AppError, ERROR_STATUS, isFull } from './errors';
import { eventsPlugin } from './events/plugin';
import { fontsPlugin } from './fonts/plugin';
import { jobsPlugin } from './jobs/plugin';
import { servePages } from './pages';
import { placesPlugin, type AppPlaces } from './places';
import { assetsRoutes } from './routes/assets';
import { chestRoutes } from './routes/chest';
import { dispatchRoutes } from './routes/dispatch';
import { eventsRoutes } from './routes/events';
import { fontsRoutes } from './routes/fonts';
import { jobsRoutes } from './routes/jobs';
import { scannerRoutes } from './routes/scanner';
import { sheetsRoutes } from './routes/sheets';
import { trayRoutes } from './routes/tray';
import { scannerPlugin } from './scanner/plugin';
import { guard } from './security';
import type { Services } from './service';
import { sheetsPlugin } from './sheets/plugin';
import { trayPlugin } from './tray/plugin';
import { validateWithJoi } from './validation';

/** Services, each after those that it is made of, and the routes over them. */
const SERVICES = [
  databasePlugin,
  eventsPlugin,
  jobsPlugin,
  assetsPlugin,
  fontsPlugin,
  sheetsPlugin,
  rampsPlugin,
  scannerPlugin,
  dispatchPlugin,
  trayPlugin,
];
const ROUTES = [eventsRoutes, jobsRoutes, sheetsRoutes, assetsRoutes, fontsRoutes, chestRoutes, scannerRoutes, dispatchRoutes, trayRoutes];

const MOST_DOCUMENT_BYTES = 8 * 2 ** 20;

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
  const app = Fastify({ logger: { level: 'error' }, bodyLimit: MOST_DOCUMENT_BYTES, forceCloseConnections: true });
  validateWithJoi(app);
  guard(app);
  answerErrors(app);
  await app.register(placesPlugin(places));
  await app.register(multipart, { limits: { fileSize: MOST_BYTES, files: 1, fields: 4 } });
  for (const each of [...SERVICES, ...ROUTES]) await app.register(each);
  await servePages(app, places.webDir);
  return { app, services: app };
};
