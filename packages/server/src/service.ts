import fp from 'fastify-plugin';
import type { FastifyInstance, FastifyPluginAsync } from 'fastify';

/** What is kept of the app for as long as it runs: each is added by the plugin of its folder. */
export type Services = Pick<FastifyInstance, 'jobs' | 'sheets' | 'assets' | 'fonts' | 'dispatch' | 'facts' | 'tray'>;

/** A service as a named plugin: made after the services that it declares, and refused without them. */
export const service = (name: string, dependencies: string[], add: (app: FastifyInstance) => void): FastifyPluginAsync =>
  fp(async (app) => add(app), { name, dependencies });
