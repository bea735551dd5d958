/** npx tsx tools/blue-noise.ts: writes the tile of blue noise that the stochastic screen reads, by void and cluster. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { blueNoiseText } from '../packages/core/test/support/blue-noise';

const file = join(import.meta.dirname, '../packages/core/src/steps/screen/blue-noise.ts');
const lines = blueNoiseText().match(/.{1,120}/g) ?? [];
const text = `/** Ranks of 64 × 64 dots by void and cluster, twelve bits each in two letters of base 64; written by tools/blue-noise.ts. */
export const BLUE_NOISE = [
${lines.map((line) => `  '${line}',`).join('\n')}
].join('');
`;
writeFileSync(file, text);
console.log(`wrote ${file}`);
