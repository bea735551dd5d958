import { createReadStream, statSync } from 'node:fs';
import * as contentDisposition from 'content-disposition';
import Joi from 'joi';
import { fileFormats, OUTPUT_FORMAT_NAMES } from '../dispatch/formats/formats';
import { answers } from './answers';
import { routes } from './routes';

const byId = Joi.object({ id: Joi.string().required() });

export const dispatchRoutes = routes('dispatch', ['dispatch', 'sheets', 'jobs'], (app) => {
  const { dispatch, sheets, jobs } = app;
  app.get<{ Params: { id: string } }>('/api/jobs/:id/send-outs', { schema: { params: byId, ...answers('sendOuts') } }, (request) =>
    dispatch.ofJob(jobs.need(request.params.id).id),
  );

  app.get('/api/file-formats', { schema: answers('formats') }, () => fileFormats());

  app.post<{ Params: { id: string }; Body: { format: string; devicePpi?: number } }>(
    '/api/sheets/:id/send-outs',
    {
      schema: {
        params: byId,
        body: Joi.object({
          format: Joi.string()
            .valid(...OUTPUT_FORMAT_NAMES)
            .required(),
          devicePpi: Joi.number().integer().min(36).max(2400),
        }),
        ...answers('sendOut'),
      },
    },
    async (request, reply) => {
      const sheet = sheets.needSound(request.params.id);
      const { format, devicePpi } = request.body;
      return reply.code(202).send(dispatch.queue(sheet, sheets.othersOf(sheet.jobId), format, devicePpi ?? sheet.document.ppi));
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

  app.delete<{ Params: { id: string } }>('/api/send-outs/:id', { schema: { params: byId } }, (request, reply) => {
    dispatch.remove(request.params.id);
    return reply.code(204).send();
  });
});
