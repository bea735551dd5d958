import { service } from '../service';
import { copyHourly } from './copying';
import { Facts } from './facts';
import { openDb, type Db } from './open';

declare module 'fastify' {
  interface FastifyInstance {
    readonly db: Db;
    readonly facts: Facts;
  }
}

export const databasePlugin = service('database', ['places'], (app) => {
  const { db, copy, close } = openDb(app.places.dataDir, app.places.migrationsDir);
  app.decorate('db', db);
  app.decorate('facts', new Facts(db));
  copyHourly(app, copy);
  // Closed last of all: plugins end in the reverse order of their beginning.
  app.addHook('onClose', (_, ended) => {
    close();
    ended();
  });
});
