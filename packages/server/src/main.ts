import { join, resolve } from 'node:path';
import { buildApp } from './app';
import { optionsOf } from './arguments';
import { seedDemo } from './demo/seed';

const DEFAULT_PORT = 4870;

const run = async (): Promise<void> => {
  const options = optionsOf(process.argv.slice(2), ['port', 'data']);
  const port = Number(options.port ?? DEFAULT_PORT);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`--port is ${options.port}; a port is a number from 0 to 65535.`);
  const here = import.meta.dirname;
  const root = join(here, '../../..');
  const { app, services } = await buildApp({
    dataDir: resolve(options.data ?? join(root, 'data')),
    workersDir: here,
    migrationsDir: join(here, '../drizzle'),
    webDir: join(root, 'packages/web/dist/browser'),
  });
  await seedDemo(services, join(root, 'demo'));
  const address = await app.listen({ port, host: '127.0.0.1' });
  console.log(`Uvrant is at ${address}`);
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => void app.close().then(() => process.exit(0)));
  }
};

run().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
