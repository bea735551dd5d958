import type { FastifyPluginCallback } from 'fastify';
import Joi from 'joi';
import type { AssetStore } from '../assets/store';
import type { SheetService } from '../sheets/service';
import { plainName } from '../validation';
import type { JobService } from './service';

const byId = Joi.object({ job: Joi.string().required() });
const named = Joi.object({ name: plainName(120).trim().required() });

export const jobsPlugin =
  (jobs: JobService, sheets: SheetService, assets: AssetStore): FastifyPluginCallback =>
  (app, _, done) => {
    app.get('/api/jobs', () => jobs.list());

    app.post<{ Body: { name: string } }>('/api/jobs', { schema: { body: named } }, async (request, reply) =>
      reply.code(201).send(jobs.create(request.body.name)),
    );

    app.get<{ Params: { job: string } }>('/api/jobs/:job', { schema: { params: byId } }, (request) => {
      const job = jobs.opened(request.params.job);
      return { job, sheets: sheets.ofJob(job.id), assets: assets.ofJob(job.id) };
    });

    app.patch<{ Params: { job: string }; Body: { name: string } }>('/api/jobs/:job', { schema: { params: byId, body: named } }, (request) =>
      jobs.rename(request.params.job, request.body.name),
    );

    app.delete<{ Params: { job: string } }>('/api/jobs/:job', { schema: { params: byId } }, (request, reply) => {
      jobs.remove(request.params.job);
      return reply.code(204).send();
    });
    done();
  };
