import { service } from '../service';
import { workers } from '../workers';
import { AssetStore, INGEST_THREADS } from './store';

declare module 'fastify' {
  interface FastifyInstance {
    readonly assets: AssetStore;
  }
}

export const assetsPlugin = service('assets', ['database'], (app) => {
  app.decorate('assets', new AssetStore(app.db, app.places.dataDir, workers(app, 'ingest.worker.js', INGEST_THREADS)));
});
