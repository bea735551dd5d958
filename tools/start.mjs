// npm start: installs if needed, builds what is stale, and serves Uvrant. Options go to the server: -- --port N --data DIR
import { ready, stay } from './run.mjs';

await ready('product');
stay(process.execPath, ['--enable-source-maps', 'packages/server/dist/main.js', ...process.argv.slice(2)]);
