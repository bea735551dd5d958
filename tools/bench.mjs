// npm run bench: what the engine takes beside a general-purpose image library, and what the bench takes in Chromium.
import { bin, must, ready } from './run.mjs';

await ready('all');
must(bin('tsx'), ['tools/bench/main.ts']);
must(bin('playwright'), ['test', '--reporter=line'], { env: { ...process.env, UVRANT_BENCH: '1' } });
