import { regularly } from '../regularly';
import { service } from '../service';
import { Facts } from './facts';
import { openDb, type Db } from './open';

const COPY_LOOK_EVERY_MS = 3600 * 1000;

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
  // The database is copied once a day: looked at at the start, and every hour.
  regularly(app, COPY_LOOK_EVERY_MS, copy);
  // Closed last of all: plugins end in the reverse order of their beginning.
  app.addHook('onClose', (_, ended) => {
    close();
    ended();
  });
});
