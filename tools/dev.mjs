// npm run dev: the server and the web application, rebuilt as files change. The page is at http://127.0.0.1:4200
import { bin, ready, stay } from './run.mjs';

await ready('all', { parts: ['kernels', 'server'] });
const server = "tsx watch --include './packages/core/src/**/*.ts' --include './packages/server/src/**/*.ts' tools/serve-dev.ts";
stay(bin('concurrently'), ['-k', '-n', 'server,web', server, 'ng serve web']);
