// npm run build: every part anew.
import { build, install } from './run.mjs';

install();
build(undefined, true);
