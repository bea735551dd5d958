/** A fixed amount of screening, timed: what a renderer does most. */
import { createKernels } from '@uvrant/kernels';
import { inkByTone, ONE, screenGrid, screenThresholds } from '@uvrant/core';

const kernels = createKernels();
const region = { x: 0, y: 0, width: 2400, height: 2000 };
const tone = Int16Array.from({ length: region.width * region.height }, (_, i) => (i * 7) % ONE);
const out = new Int16Array(tone.length);
const geometry = { shape: 'round' as const, cellPx: 38.6, angleDeg: 22.5, edge: 0.2, cut: false, rough: false };
const thresholds = screenThresholds(geometry, inkByTone({ shape: 'round', lpi: 7.78, smallestDot: 0, cutOff: 0, carries: 'darks' }));
const started = performance.now();
for (let n = 0; n < 24; n++) kernels.screen(tone, region, screenGrid(38.6, 22.5), 'round', thresholds, null, out);
console.log(performance.now() - started);
