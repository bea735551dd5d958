import { service } from '../service';
import { workers } from '../workers';
import { FontStore } from './store';

declare module 'fastify' {
  interface FastifyInstance {
    readonly fonts: FontStore;
  }
}

export const fontsPlugin = service('fonts', ['database'], (app) => {
  app.decorate('fonts', new FontStore(app.db, app.places.dataDir, workers(app, 'font.worker.js')));
});
