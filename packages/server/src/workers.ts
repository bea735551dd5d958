import { join } from 'node:path';
import type { FastifyInstance } from 'fastify';
import { Piscina } from 'piscina';

/** A pool of threads that run one built worker; they end with the app. */
export const workers = (app: FastifyInstance, file: string, maxThreads = 1): Piscina => {
  const pool = new Piscina({ filename: join(app.places.workersDir, file), minThreads: 0, maxThreads, idleTimeout: 30_000 });
  app.addHook('onClose', () => pool.destroy());
  return pool;
};
