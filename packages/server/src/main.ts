import { join, resolve } from 'node:path';
import { buildApp } from './app';
import { optionsOf } from './arguments';
import { seedDemo } from './demo/seed';
import { isFull } from './errors';

const DEFAULT_PORT = 4870;

/** What a start failed at, in words. */
const startFault = (error: unknown, port: number): string => {
  const { code, message } = error as { code?: unknown; message?: string };
  if (code === 'EADDRINUSE') return `Port ${port} is taken by another program: stop it, or give Uvrant another one: --port N`;
  if (code === 'EACCES') return `${message ?? ''}: Uvrant may not use this. Choose another directory (--data DIR) or port (--port N).`;
  if (isFull(error)) return 'The disk that holds Uvrant’s data is full: make room on it and start again.';
  return message ?? String(error);
};

const portOf = (text: string | undefined): number => {
  const port = Number(text ?? DEFAULT_PORT);
  if (!Number.isInteger(port) || port < 0 || port > 65535) throw new Error(`--port is ${text}; a port is a number from 0 to 65535.`);
  return port;
};

const run = async (): Promise<void> => {
  // Files are the owner's alone.
  process.umask(0o077);
  const options = optionsOf(process.argv.slice(2), ['port', 'data']);
  const port = portOf(options.port);
  const here = import.meta.dirname;
  const root = join(here, '../../..');
  const { app, services } = await buildApp({
    dataDir: resolve(options.data ?? join(root, 'data')),
    workersDir: here,
    migrationsDir: join(here, '../drizzle'),
    webDir: join(root, 'packages/web/dist/browser'),
  });
  await seedDemo(services, join(root, 'demo'));
  const address = await app.listen({ port, host: '127.0.0.1' }).catch((error: unknown) => {
    throw new Error(startFault(error, port));
  });
  console.log(`Uvrant is at ${address}`);
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => void app.close().then(() => process.exit(0)));
  }
};

run().catch((error: unknown) => {
  console.error(startFault(error, 0));
  process.exit(1);
});
