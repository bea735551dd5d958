import { createReadStream, statSync } from 'node:fs';
import { Readable } from 'node:stream';
import * as contentDisposition from 'content-disposition';
import Joi from 'joi';
import { ZipFile } from 'yazl';
import type { CropBox, SendChoice, SendFile } from '@uvrant/contract';
import { FORMAT_NAMES, LONGEST_PATTERN, STANDARD_PATTERN } from '@uvrant/core';
import { AppError } from '../errors';
import { plainName } from '../validation';
import { answers } from './answers';
import { routes } from './routes';

const byId = Joi.object({ id: Joi.string().required() });

const FILE = {
  format: Joi.string()
    .valid(...FORMAT_NAMES)
    .required(),
  // Each format checks its own.
  options: Joi.object().unknown().default({}),
};
const PPI = Joi.number().integer().min(36).max(2400);
const SIDE = Joi.number().greater(0).max(5000).required();
const CROP = Joi.object({
  x: Joi.number().min(0).max(5000).required(),
  y: Joi.number().min(0).max(5000).required(),
  width: SIDE,
  height: SIDE,
})
  .allow(null)
  .default(null);

/** Most files of a sheet that are asked for at once, and most sheets. */
const MOST_AT_ONCE = 40;

const CHOICE = {
  files: Joi.array().items(Joi.object(FILE)).min(1).max(MOST_AT_ONCE).required(),
  pattern: Joi.string().max(LONGEST_PATTERN).default(STANDARD_PATTERN),
  devicePpi: PPI.allow(null).default(null),
  crop: CROP,
};

/** What a zip is asked for by: ids with commas between. */
const idsOf = (text: string): string[] => text.split(',').filter(Boolean);

/** Names told apart: a second one of a name gets a number. */
const toldApart = (names: readonly string[]): string[] => {
  const seen = new Map<string, number>();
  return names.map((name) => {
    const count = (seen.get(name) ?? 0) + 1;
    seen.set(name, count);
    const dot = name.lastIndexOf('.');
    return count === 1 ? name : `${name.slice(0, dot)}-${count}${name.slice(dot)}`;
  });
};

export const dispatchRoutes = routes('dispatch', ['dispatch', 'sheets', 'jobs'], (app) => {
  const { dispatch, presets, sheets, jobs } = app;
  app.get<{ Params: { id: string } }>('/api/jobs/:id/send-outs', { schema: { params: byId, ...answers('sendOuts') } }, (request) =>
    dispatch.ofJob(jobs.need(request.params.id).id),
  );

  app.post<{ Params: { id: string }; Body: SendFile & { ink?: string; devicePpi?: number; pattern: string; crop: CropBox | null } }>(
    '/api/sheets/:id/send-outs',
    {
      schema: {
        params: byId,
        body: Joi.object({ ...FILE, ink: Joi.string().max(80), devicePpi: PPI, pattern: CHOICE.pattern, crop: CROP }),
        ...answers('sendOut'),
      },
    },
    async (request, reply) => {
      const sheet = sheets.needSound(request.params.id);
      const { devicePpi, pattern, crop, ...file } = request.body;
      const asked = { devicePpi: devicePpi ?? null, pattern, crop };
      return reply.code(202).send(dispatch.queue(sheet, sheets.othersOf(sheet.jobId), jobs.need(sheet.jobId), file, asked));
    },
  );

  app.post<{ Params: { id: string }; Body: SendChoice & { sheets: string[] } }>(
    '/api/jobs/:id/send-outs',
    {
      schema: {
        params: byId,
        body: Joi.object({ ...CHOICE, sheets: Joi.array().items(Joi.string()).min(1).max(MOST_AT_ONCE).required() }),
        ...answers('sendOuts'),
      },
    },
    async (request, reply) => {
      const job = jobs.need(request.params.id);
      const { sheets: ids, ...choice } = request.body;
      const kept = ids.map((id) => sheets.needSound(id));
      if (kept.some(({ jobId }) => jobId !== job.id)) throw new AppError('not-found', 'A sheet is of another job.');
      return reply.code(202).send(dispatch.queueAll(kept, sheets.othersOf(job.id), job, choice));
    },
  );

  app.post<{ Params: { id: string } }>('/api/send-outs/:id/cancel', { schema: { params: byId, ...answers('sendOut') } }, (request) =>
    dispatch.cancel(request.params.id),
  );

  app.get<{ Params: { id: string } }>('/api/send-outs/:id/file', { schema: { params: byId } }, (request, reply) => {
    const { path, name, mime } = dispatch.file(request.params.id);
    return reply
      .header('content-disposition', contentDisposition.create(name))
      .header('content-length', statSync(path).size)
      .type(mime)
      .send(createReadStream(path));
  });

  app.get<{ Params: { id: string } }>('/api/send-outs/:id/picture', { schema: { params: byId } }, (request, reply) =>
    reply.type('image/webp').header('cache-control', 'private, max-age=31536000, immutable').send(dispatch.picture(request.params.id)),
  );

  app.get<{ Querystring: { ids: string; name: string } }>(
    '/api/send-outs/zip',
    { schema: { querystring: Joi.object({ ids: Joi.string().max(8000).required(), name: plainName(200).default('files') }) } },
    (request, reply) => {
      const files = idsOf(request.query.ids).map((id) => dispatch.file(id));
      if (files.length === 0) throw new AppError('bad-request', 'Which files? None were named.');
      const zip = new ZipFile();
      const names = toldApart(files.map(({ name }) => name));
      // They are packed already.
      for (const [i, { path }] of files.entries()) zip.addFile(path, names[i] as string, { compress: false });
      zip.end();
      const stream = new Readable().wrap(zip.outputStream);
      return reply
        .header('content-disposition', contentDisposition.create(`${request.query.name}.zip`))
        .type('application/zip')
        .send(stream);
    },
  );

  app.delete<{ Params: { id: string } }>('/api/send-outs/:id', { schema: { params: byId } }, (request, reply) => {
    dispatch.remove(request.params.id);
    return reply.code(204).send();
  });

  app.get('/api/send-presets', { schema: answers('presets') }, () => presets.list());

  app.post<{ Body: { name: string; choice: SendChoice } }>(
    '/api/send-presets',
    {
      schema: { body: Joi.object({ name: plainName(60).trim().required(), choice: Joi.object(CHOICE).required() }), ...answers('preset') },
    },
    (request, reply) => reply.code(201).send(presets.keep(request.body.name, request.body.choice)),
  );

  app.delete<{ Params: { id: string } }>('/api/send-presets/:id', { schema: { params: byId } }, (request, reply) => {
    presets.remove(request.params.id);
    return reply.code(204).send();
  });
});
