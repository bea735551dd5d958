import { service } from '../service';
import { workers } from '../workers';
import { PresetStore } from './presets';
import { DispatchService } from './service';

declare module 'fastify' {
  interface FastifyInstance {
    readonly dispatch: DispatchService;
    readonly presets: PresetStore;
  }
}

export const dispatchPlugin = service('dispatch', ['database', 'assets', 'fonts', 'events'], (app) => {
  const { db, places, assets, fonts, bus } = app;
  const sending = workers(app, 'send-out.worker.js');
  const dispatch = new DispatchService(db, places.dataDir, assets, fonts, sending, bus, (error) => app.log.error(error));
  app.decorate('dispatch', dispatch);
  app.decorate('presets', new PresetStore(db));
  app.addHook('onReady', (ready) => {
    dispatch.wake();
    ready();
  });
  app.addHook('onClose', () => dispatch.close());
});
