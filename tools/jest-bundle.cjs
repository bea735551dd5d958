// Bundles a spec and the workspace code it tests into one module, so that its hot loops run at full speed: Jest's
// module registry reads every imported constant, and its sandbox every global name, through an accessor.
const { createHash } = require('node:crypto');
const { readdirSync, readFileSync, statSync } = require('node:fs');
const { join } = require('node:path');
const { buildSync } = require('esbuild');

const root = join(__dirname, '..');
const FOLDERS = ['packages/core/src', 'packages/core/test', 'packages/kernels/src', 'packages/kernels/dist', 'packages/shaping/src'];

const newest = () =>
  FOLDERS.flatMap((folder) => readdirSync(join(root, folder), { recursive: true }).map((name) => join(root, folder, name)))
    .map((file) => `${file}:${statSync(file).mtimeMs}`)
    .join('\n');

const GLOBALS = 'Math, Array, Object, Map, Set, Number, Int16Array, Int32Array, Uint8Array, Uint16Array, Float64Array, Float32Array';

module.exports = {
  getCacheKey: (source, file) =>
    createHash('sha256').update(source).update(file).update(newest()).update(readFileSync(__filename)).digest('hex'),
  process: (_source, file) => {
    const built = buildSync({
      entryPoints: [file],
      bundle: true,
      write: false,
      format: 'cjs',
      platform: 'node',
      target: 'node20',
      sourcemap: 'inline',
      packages: 'external',
      banner: { js: `const { ${GLOBALS} } = globalThis;` },
      define: { __dirname: JSON.stringify(join(file, '..')) },
      alias: {
        '@uvrant/core': join(root, 'packages/core/src/index.ts'),
        '@uvrant/kernels': join(root, 'packages/kernels/src/index.ts'),
        '@uvrant/shaping': join(root, 'packages/shaping/src/index.ts'),
      },
    });
    return { code: built.outputFiles[0].text };
  },
};
