import Joi from 'joi';
import type { TrayKind } from '@uvrant/contract';
import { TRAY_KINDS } from '../tray/service';
import { answers } from './answers';
import { routes } from './routes';

/** The tray: what lies there, and putting it back. */
export const trayRoutes = routes('tray', ['tray'], (app) => {
  const { tray } = app;
  app.get('/api/tray', { schema: answers('tray') }, () => tray.list());

  app.post<{ Body: { kind: TrayKind; id: string; jobId: string | null } }>(
    '/api/tray/put-back',
    {
      schema: {
        body: Joi.object({
          kind: Joi.string()
            .valid(...TRAY_KINDS)
            .required(),
          id: Joi.string().required(),
          jobId: Joi.string().allow(null).required(),
        }),
      },
    },
    (request, reply) => {
      const { kind, id, jobId } = request.body;
      tray.putBack(kind, id, jobId);
      return reply.code(204).send();
    },
  );
});
