import { service } from '../service';
import { SheetService } from './service';

declare module 'fastify' {
  interface FastifyInstance {
    readonly sheets: SheetService;
  }
}

export const sheetsPlugin = service('sheets', ['database', 'assets', 'fonts'], (app) => {
  app.decorate('sheets', new SheetService(app.db, app.assets, app.fonts));
});
