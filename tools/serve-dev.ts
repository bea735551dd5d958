/** The server rebuilt and started: its worker threads are bundles, whatever runs beside them. */
import { spawnSync } from 'node:child_process';

spawnSync(process.execPath, ['packages/server/build.mjs'], { stdio: 'inherit' });
const server = new URL('../packages/server/dist/main.js', import.meta.url);
await import(server.href);
