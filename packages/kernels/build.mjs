// Compiles the AssemblyScript kernels into one module and wraps it as base64, so that it loads the same everywhere.
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import asc from 'assemblyscript/asc';

const here = import.meta.dirname;
mkdirSync(join(here, 'dist'), { recursive: true });
const { error, stderr } = await asc.main([
  join(here, 'assembly/index.ts'),
  '--outFile',
  join(here, 'dist/kernels.wasm'),
  '--optimizeLevel',
  '3',
  '--shrinkLevel',
  '0',
  '--noAssert',
  '--runtime',
  'stub',
  '--enable',
  'simd',
  '--importMemory',
  '--use',
  'abort=',
]);
if (error) {
  console.error(stderr.toString());
  process.exit(1);
}
const wasm = readFileSync(join(here, 'dist/kernels.wasm'));
writeFileSync(join(here, 'dist/module.ts'), `export const KERNELS_WASM_BASE64 =\n  '${wasm.toString('base64')}';\n`);
console.log(`kernels: ${wasm.length} bytes`);
