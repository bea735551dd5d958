// Compiles the AssemblyScript kernels into one module and wraps it as base64, so that it loads the same everywhere.
// For the tests, another folder and a changed piece of source can be given: --out DIR --change FILE FROM TO
import { cpSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import asc from 'assemblyscript/asc';

const here = import.meta.dirname;
const [, , ...given] = process.argv;
const out = given[0] === '--out' ? given[1] : join(here, 'dist');
mkdirSync(out, { recursive: true });

let source = join(here, 'assembly');
if (given[2] === '--change') {
  const [file, from, to] = given.slice(3);
  source = join(out, 'assembly');
  cpSync(join(here, 'assembly'), source, { recursive: true });
  const text = readFileSync(join(source, file), 'utf8');
  if (!text.includes(from)) throw new Error(`${file} does not hold ${from}`);
  writeFileSync(join(source, file), text.replace(from, to));
}

const { error, stderr } = await asc.main([
  join(source, 'index.ts'),
  ...['--outFile', join(out, 'kernels.wasm'), '--optimizeLevel', '3', '--shrinkLevel', '0', '--noAssert'],
  ...['--runtime', 'stub', '--enable', 'simd', '--importMemory', '--use', 'abort='],
]);
if (error) {
  console.error(stderr.toString());
  process.exit(1);
}
const wasm = readFileSync(join(out, 'kernels.wasm'));
if (out === join(here, 'dist')) {
  writeFileSync(join(out, 'module.ts'), `export const KERNELS_WASM_BASE64 =\n  '${wasm.toString('base64')}';\n`);
}
console.log(`kernels: ${wasm.length} bytes`);
