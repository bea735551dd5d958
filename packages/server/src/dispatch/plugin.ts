import { service } from '../service';
import { workers } from '../workers';
import { DispatchService } from './service';

declare module 'fastify' {
  interface FastifyInstance {
    readonly dispatch: DispatchService;
  }
}

export const dispatchPlugin = service('dispatch', ['database', 'assets', 'fonts', 'events'], (app) => {
  const { db, places, assets, fonts, bus } = app;
  const sending = workers(app, 'send-out.worker.js');
  const dispatch = new DispatchService(db, places.dataDir, assets, fonts, sending, bus, (error) => app.log.error(error));
  app.decorate('dispatch', dispatch);
  app.addHook('onReady', (ready) => {
    dispatch.wake();
    ready();
  });
  app.addHook('onClose', () => dispatch.close());
});
