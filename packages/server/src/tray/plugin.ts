import { regularly } from '../regularly';
import { service } from '../service';
import { Tray } from './service';

/** It is swept at the start and every six hours. */
const SWEEP_EVERY_MS = 6 * 3600 * 1000;

declare module 'fastify' {
  interface FastifyInstance {
    readonly tray: Tray;
  }
}

export const trayPlugin = service('tray', ['database', 'sheets', 'assets', 'fonts', 'dispatch'], (app) => {
  const { db, sheets, assets, fonts, dispatch } = app;
  const tray = new Tray(db, { sheets, assets, fonts, dispatch });
  app.decorate('tray', tray);
  regularly(app, SWEEP_EVERY_MS, () => tray.sweep(Date.now()));
});
