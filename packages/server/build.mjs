// Bundles the server, its worker threads and its command line; packages from npm stay outside.
import { join } from 'node:path';
import { build } from 'esbuild';

const packages = join(import.meta.dirname, '..');
await build({
  entryPoints: [
    'src/main.ts',
    'src/assets/ingest.worker.ts',
    'src/fonts/font.worker.ts',
    'src/dispatch/send-out.worker.ts',
    'src/scanner/scan.worker.ts',
    'src/scanner/scan-band.worker.ts',
    'src/render/cli.ts',
    'src/render/band.worker.ts',
  ],
  entryNames: '[name]',
  absWorkingDir: import.meta.dirname,
  outdir: 'dist',
  bundle: true,
  // What a writer or a decoder brings is read when it is needed.
  splitting: true,
  chunkNames: 'part-[hash]',
  platform: 'node',
  format: 'esm',
  target: 'node20',
  sourcemap: true,
  packages: 'external',
  alias: {
    '@uvrant/core': join(packages, 'core/src/index.ts'),
    '@uvrant/kernels': join(packages, 'kernels/src/index.ts'),
    '@uvrant/shaping': join(packages, 'shaping/src/index.ts'),
  },
  logLevel: 'warning',
});
