import { service } from '../service';
import { JobService } from './service';

declare module 'fastify' {
  interface FastifyInstance {
    readonly jobs: JobService;
  }
}

export const jobsPlugin = service('jobs', ['database'], (app) => {
  app.decorate('jobs', new JobService(app.db));
});
