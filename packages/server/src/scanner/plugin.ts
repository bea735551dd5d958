import { service } from '../service';
import { workers } from '../workers';
import { flatbed } from './flatbed';
import type { Scanner } from './port';

declare module 'fastify' {
  interface FastifyInstance {
    readonly scanner: Scanner;
  }
}

export const scannerPlugin = service('scanner', ['places'], (app) => {
  app.decorate('scanner', flatbed(workers(app, 'scan.worker.js')));
});
