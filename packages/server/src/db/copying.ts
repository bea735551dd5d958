import type { FastifyInstance } from 'fastify';

const LOOK_EVERY_MS = 3600 * 1000;

/** Has the database copied once a day: at the start, and looked at every hour. */
export const copyHourly = (app: FastifyInstance, copy: () => void): void => {
  const look = (): void => {
    try {
      copy();
    } catch (error) {
      // A full disk is no reason not to serve.
      app.log.error(error);
    }
  };
  const timer = setInterval(look, LOOK_EVERY_MS);
  app.addHook('onReady', (ready) => {
    look();
    ready();
  });
  app.addHook('onClose', (_closed, ended) => {
    clearInterval(timer);
    ended();
  });
};
