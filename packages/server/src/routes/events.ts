import { routes } from './routes';

/** A window that hears nothing for twice as long opens the stream anew. */
const HEARTBEAT_MS = 15_000;

/** One stream of server-sent events a window, for everything it wants to know. */
export const eventsRoutes = routes('events', ['events'], (app) => {
  const { bus } = app;
  const open = new Set<() => void>();
  app.get('/api/events', (request, reply) => {
    reply.hijack();
    const { raw } = reply;
    for (const [name, value] of Object.entries(reply.getHeaders())) if (value !== undefined) raw.setHeader(name, value);
    raw.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store' });
    raw.write(`data: ${JSON.stringify({ topic: 'beat' })}\n\n`);
    const stop = bus.listen((event) => raw.write(`data: ${JSON.stringify(event)}\n\n`));
    const heartbeat = setInterval(() => raw.write(`data: ${JSON.stringify({ topic: 'beat' })}\n\n`), HEARTBEAT_MS);
    const end = (): void => {
      clearInterval(heartbeat);
      stop();
      open.delete(end);
      raw.end();
    };
    open.add(end);
    request.raw.on('close', end);
  });
  app.addHook('preClose', (closed) => {
    for (const end of open) end();
    closed();
  });
});
