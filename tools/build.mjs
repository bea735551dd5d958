// npm run build: every part anew.
import { ready } from './run.mjs';

await ready('product', { all: true });
