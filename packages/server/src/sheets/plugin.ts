import { service } from '../service';
import { SheetService } from './service';
import { wholeSchema } from './sheet-schema';

declare module 'fastify' {
  interface FastifyInstance {
    readonly sheets: SheetService;
  }
}

export const sheetsPlugin = service('sheets', ['database', 'assets', 'fonts'], (app) => {
  // Made before anyone asks: it takes a tenth of a second.
  wholeSchema();
  app.decorate('sheets', new SheetService(app.db, app.assets, app.fonts));
});
