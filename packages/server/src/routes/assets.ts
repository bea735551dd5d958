import { createReadStream, existsSync } from 'node:fs';
import { basename } from 'node:path';
import Joi from 'joi';
import { AppError } from '../errors';
import { whileHere } from '../sender';
import { shownName } from '../validation';
import type { Drawer } from '@uvrant/contract';
import { DRAWERS } from '../assets/store';
import { answers } from './answers';
import { routes } from './routes';

const sha256 = Joi.string().pattern(/^[0-9a-f]{64}$/, 'a SHA-256 in hexadecimal');
const place = Joi.number().integer().min(0).max(100_000);

/** Pictures of a job, and the tiles of their pyramids. */
export const assetsRoutes = routes('assets', ['assets', 'jobs', 'events'], (app) => {
  const { assets: store, jobs, bus } = app;
  app.post<{ Params: { job: string }; Querystring: { upload?: string; drawer?: Drawer } }>(
    '/api/jobs/:job/assets',
    {
      schema: {
        params: Joi.object({ job: Joi.string().required() }),
        querystring: Joi.object({ upload: Joi.string().max(80), drawer: Joi.string().valid(...DRAWERS) }),
        ...answers('asset'),
      },
    },
    async (request, reply) => {
      const { upload, drawer } = request.query;
      jobs.need(request.params.job);
      const part = request.isMultipart() ? await request.file() : undefined;
      if (!part) throw new AppError('no-file', 'Send one picture as a multipart form with a file in it.');
      let last = 0;
      const tell = (share: number): void => {
        if (upload === undefined || (share - last < 0.01 && share < 1)) return;
        last = share;
        bus.tell({ topic: 'ingest', upload, share });
      };
      const name = shownName(basename(part.filename), 200, 'picture');
      const asset = await whileHere(request, (signal) => store.take(request.params.job, name, part.file, tell, drawer, signal));
      return reply.code(201).send(asset);
    },
  );

  app.get<{ Params: { sha256: string } }>(
    '/api/assets/:sha256',
    { schema: { params: Joi.object({ sha256: sha256.required() }) } },
    (request) => {
      const info = store.info(request.params.sha256);
      if (!info) throw new AppError('not-found', `No picture ${request.params.sha256.slice(0, 12)} is here.`);
      return info;
    },
  );

  app.get<{ Params: { sha256: string } }>(
    '/api/assets/:sha256/thumbnail',
    { schema: { params: Joi.object({ sha256: sha256.required() }) } },
    (request, reply) => {
      const file = store.thumbnail(request.params.sha256);
      if (!existsSync(file)) throw new AppError('not-found', `Picture ${request.params.sha256.slice(0, 12)} has no thumbnail.`);
      return reply.header('cache-control', 'public, max-age=31536000, immutable').type('image/webp').send(createReadStream(file));
    },
  );

  // Immutable: a picture's hash names its bytes. Packed on disk as they travel.
  app.get<{ Params: { sha256: string; level: number; x: number; y: number } }>(
    '/api/assets/:sha256/tiles/:level/:x/:y',
    {
      schema: {
        params: Joi.object({ sha256: sha256.required(), level: place.required(), x: place.required(), y: place.required() }),
      },
    },
    (request, reply) => {
      const { sha256: sha, level, x, y } = request.params;
      const file = store.tile(sha, level, x, y);
      if (!existsSync(file)) throw new AppError('not-found', `Picture ${sha.slice(0, 12)} has no tile ${level}/${x}/${y}.`);
      return reply
        .header('cache-control', 'public, max-age=31536000, immutable')
        .header('content-encoding', 'gzip')
        .type('application/octet-stream')
        .send(createReadStream(file));
    },
  );
});
