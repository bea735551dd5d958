import Joi from 'joi';
import { plainName } from '../validation';
import { answers } from './answers';
import { routes } from './routes';

const byId = Joi.object({ job: Joi.string().required() });
const named = Joi.object({ name: plainName(120).trim().required() });

export const jobsRoutes = routes('jobs', ['jobs', 'sheets', 'assets'], (app) => {
  const { jobs, sheets, assets } = app;
  app.get('/api/jobs', { schema: answers('jobs') }, () => jobs.list());

  app.post<{ Body: { name: string } }>('/api/jobs', { schema: { body: named, ...answers('job') } }, async (request, reply) =>
    reply.code(201).send(jobs.create(request.body.name)),
  );

  app.get<{ Params: { job: string } }>('/api/jobs/:job', { schema: { params: byId, ...answers('contents') } }, (request) => {
    const job = jobs.opened(request.params.job);
    return { job, sheets: sheets.ofJob(job.id), assets: assets.ofJob(job.id) };
  });

  app.patch<{ Params: { job: string }; Body: { name: string } }>(
    '/api/jobs/:job',
    { schema: { params: byId, body: named, ...answers('job') } },
    (request) => jobs.rename(request.params.job, request.body.name),
  );

  app.delete<{ Params: { job: string } }>('/api/jobs/:job', { schema: { params: byId } }, (request, reply) => {
    jobs.remove(request.params.job);
    return reply.code(204).send();
  });
});
