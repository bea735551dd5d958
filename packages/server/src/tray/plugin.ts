import { service } from '../service';
import { Tray } from './service';

declare module 'fastify' {
  interface FastifyInstance {
    readonly tray: Tray;
  }
}

export const trayPlugin = service('tray', ['database', 'sheets', 'assets', 'fonts', 'dispatch'], (app) => {
  const { db, sheets, assets, fonts, dispatch } = app;
  app.decorate('tray', new Tray(db, { sheets, assets, fonts, dispatch }));
});
