import fp from 'fastify-plugin';
import type { FastifyInstance, FastifyPluginAsync } from 'fastify';

/** Routes as a named plugin: they are registered after the services that they declare, and refused without them. */
export const routes = (name: string, dependencies: string[], add: (app: FastifyInstance) => void): FastifyPluginAsync =>
  fp(async (app) => add(app), { name: `${name} routes`, dependencies, encapsulate: true });
