import Joi from 'joi';
import { freshSource, sourceOfKind, type RampStop } from '@uvrant/core';
import type { Drawer } from '@uvrant/contract';
import { DRAWERS } from '../assets/store';
import { AppError } from '../errors';
import { plainName } from '../validation';
import { answers } from './answers';
import { routes } from './routes';

const sha256 = Joi.string()
  .pattern(/^[0-9a-f]{64}$/, 'a SHA-256 in hexadecimal')
  .required();
const inJob = Joi.object({ job: Joi.string().required(), sha256 });

/** The plan chest: what a job says of its pictures, and ramps for every job. */
export const chestRoutes = routes('chest', ['assets', 'ramps', 'sheets', 'dispatch'], (app) => {
  const { assets, ramps, sheets, dispatch } = app;
  app.patch<{ Params: { job: string; sha256: string }; Body: { name?: string; drawer?: Drawer; tags?: string[] } }>(
    '/api/jobs/:job/assets/:sha256',
    {
      schema: {
        params: inJob,
        body: Joi.object({
          name: plainName(200).trim(),
          drawer: Joi.string().valid(...DRAWERS),
          tags: Joi.array().items(plainName(40).trim()).max(24),
        }),
        ...answers('asset'),
      },
    },
    (request) => {
      const { job, sha256: sha } = request.params;
      assets.need(job, sha);
      return assets.change(job, sha, request.body);
    },
  );

  app.delete<{ Params: { job: string; sha256: string } }>(
    '/api/jobs/:job/assets/:sha256',
    { schema: { params: inJob } },
    (request, reply) => {
      const { job, sha256: sha } = request.params;
      const { name } = assets.need(job, sha);
      const users = sheets.namesOfThoseWith(sha, job);
      if (users.length > 0) {
        const names = users.map((each) => `“${each}”`).join(', ');
        throw new AppError('in-use', `“${name}” is used by ${names}: replace it or remove it there first.`);
      }
      if (dispatch.isWaitingFor(sha))
        throw new AppError('in-use', `“${name}” is in a file that is still being sent out: wait for it, or call it off.`);
      assets.remove(job, sha);
      return reply.code(204).send();
    },
  );

  app.get('/api/ramps', { schema: answers('ramps') }, () => ramps.list());

  app.post<{ Body: { name: string; stops: RampStop[] } }>(
    '/api/ramps',
    {
      schema: {
        body: Joi.object({
          name: plainName(120).trim().required(),
          stops: Joi.array().items(Joi.object().unknown()).required(),
        }),
        ...answers('ramp'),
      },
    },
    async (request, reply) => {
      const { name, stops } = request.body;
      const checked = sourceOfKind(freshSource('ramp').kind)?.dials['stops']?.check(stops);
      if (!checked?.ok) throw new AppError('bad-request', `This is no ramp: ${checked?.why ?? 'it has no stops'}.`);
      return reply.code(201).send(ramps.keep(name, stops));
    },
  );

  app.delete<{ Params: { id: string } }>(
    '/api/ramps/:id',
    { schema: { params: Joi.object({ id: Joi.string().required() }) } },
    (request, reply) => {
      ramps.remove(request.params.id);
      return reply.code(204).send();
    },
  );
});
