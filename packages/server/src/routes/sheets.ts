import Joi from 'joi';
import { AppError } from '../errors';
import { answers } from './answers';
import { routes } from './routes';

/** Bytes of a small picture: one of 400 pixels comes to about 100 kB. */
const MOST_PICTURE_BYTES = 512 * 1024;

// The document itself is checked by the service, which names what is wrong in it.
const document = Joi.object().unknown().required();

export const sheetsRoutes = routes('sheets', ['sheets', 'jobs'], (app) => {
  const { sheets, jobs } = app;
  app.post<{ Params: { job: string }; Body: { document: unknown } }>(
    '/api/jobs/:job/sheets',
    { schema: { params: Joi.object({ job: Joi.string().required() }), body: Joi.object({ document }), ...answers('sheet') } },
    async (request, reply) => {
      const job = jobs.need(request.params.job);
      return reply.code(201).send(sheets.create(job.id, request.body.document));
    },
  );

  app.get<{ Params: { sheet: string } }>(
    '/api/sheets/:sheet',
    { schema: { params: Joi.object({ sheet: Joi.string().required() }), ...answers('sheet') } },
    (request) => sheets.need(request.params.sheet),
  );

  app.put<{ Params: { sheet: string }; Body: { baseRevision: number; editId: string; document: unknown } }>(
    '/api/sheets/:sheet',
    {
      schema: {
        params: Joi.object({ sheet: Joi.string().required() }),
        body: Joi.object({
          baseRevision: Joi.number().integer().min(1).required(),
          editId: Joi.string().min(8).max(80).required(),
          document,
        }),
        ...answers('sheet'),
      },
    },
    (request) => {
      const { baseRevision, editId, document: edited } = request.body;
      return sheets.save(request.params.sheet, baseRevision, editId, edited);
    },
  );

  app.delete<{ Params: { sheet: string } }>(
    '/api/sheets/:sheet',
    { schema: { params: Joi.object({ sheet: Joi.string().required() }) } },
    (request, reply) => {
      sheets.remove(request.params.sheet);
      return reply.code(204).send();
    },
  );

  const named = Joi.object({ sheet: Joi.string().required() });
  app.get<{ Params: { sheet: string } }>('/api/sheets/:sheet/picture', { schema: { params: named } }, (request, reply) => {
    const kept = sheets.pictureOf(request.params.sheet);
    if (!kept) throw new AppError('not-found', 'No small picture of this sheet is kept yet.');
    // Another may be kept at any time.
    return reply.type('image/webp').header('cache-control', 'no-cache').header('uvrant-revision', kept.revision).send(kept.webp);
  });

  app.addContentTypeParser('image/webp', { parseAs: 'buffer', bodyLimit: MOST_PICTURE_BYTES }, (_request, body, done) => done(null, body));
  app.put<{ Params: { sheet: string }; Querystring: { revision: number }; Body: Buffer }>(
    '/api/sheets/:sheet/picture',
    {
      schema: {
        params: named,
        querystring: Joi.object({ revision: Joi.number().integer().min(1).required() }),
        body: Joi.binary().required(),
      },
    },
    (request, reply) => {
      sheets.keepPicture(request.params.sheet, request.query.revision, request.body);
      return reply.code(204).send();
    },
  );
});
