import type { FastifyPluginAsync } from 'fastify';
import { service } from './service';

export interface AppPlaces {
  readonly dataDir: string;
  /** The built worker threads. */
  readonly workersDir: string;
  readonly migrationsDir: string;
  readonly webDir: string;
}

declare module 'fastify' {
  interface FastifyInstance {
    readonly places: AppPlaces;
  }
}

/** Where the app has its files. */
export const placesPlugin = (places: AppPlaces): FastifyPluginAsync => service('places', [], (app) => app.decorate('places', places));
