import { service } from '../service';
import { RampStore } from './ramps';

declare module 'fastify' {
  interface FastifyInstance {
    readonly ramps: RampStore;
  }
}

export const rampsPlugin = service('ramps', ['database'], (app) => {
  app.decorate('ramps', new RampStore(app.db));
});
