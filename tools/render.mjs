// npm run render -- SHEET.json -o OUT.png [--ppi N] [--region x,y,w,h in mm]: a sheet file without server or browser.
import { must, ready } from './run.mjs';

await ready('product', { parts: ['kernels', 'server'] });
must(process.execPath, ['--enable-source-maps', 'packages/server/dist/cli.js', ...process.argv.slice(2)]);
