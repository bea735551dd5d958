import { service } from '../service';
import { EventBus } from './bus';

declare module 'fastify' {
  interface FastifyInstance {
    readonly bus: EventBus;
  }
}

export const eventsPlugin = service('events', [], (app) => {
  app.decorate('bus', new EventBus());
});
