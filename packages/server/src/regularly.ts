import type { FastifyInstance } from 'fastify';

/** Has work done once the app is ready, and again at an interval, ms, until it closes; what fails is logged and tried again then. */
export const regularly = (app: FastifyInstance, everyMs: number, work: () => void): void => {
  const run = (): void => {
    try {
      work();
    } catch (error) {
      // A full disk, say, is no reason not to serve.
      app.log.error(error);
    }
  };
  const timer = setInterval(run, everyMs);
  app.addHook('onReady', (ready) => {
    run();
    ready();
  });
  app.addHook('onClose', (_, ended) => {
    clearInterval(timer);
    ended();
  });
};
