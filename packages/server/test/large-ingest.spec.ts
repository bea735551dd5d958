import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';

const LONG = process.env['UVRANT_LONG'] === '1';
const WORKER = join(__dirname, '../dist/ingest.worker.js');

(LONG ? test.each([1, 6]) : test.skip.each([1, 6]))(
  'a TIFF of 300 megapixels, orientation %d, is taken in within 600 MB',
  async (orientation) => {
    const folder = mkdtempSync(join(tmpdir(), 'uvrant-large-'));
    try {
      const file = join(folder, 'large.tif');
      const [width, height] = [20_000, 15_000];
      await sharp({ create: { width, height, channels: 3, background: '#7a6f5c' }, limitInputPixels: false })
        .withMetadata({ orientation })
        .tiff({ compression: 'lzw' })
        .toFile(file);
      const script = join(folder, 'ingest.mjs');
      writeFileSync(
        script,
        `import ingest from ${JSON.stringify(WORKER)};
        import { mkdirSync } from 'node:fs';
        const { port1, port2 } = new MessageChannel();
        let steps = 0;
        port1.on('message', () => steps++);
        mkdirSync(${JSON.stringify(join(folder, 'out'))});
        const result = await ingest({ file: ${JSON.stringify(file)}, folder: ${JSON.stringify(join(folder, 'out'))}, sha256: 'x', progress: port2 });
        port1.close();
        console.log(JSON.stringify({ result, steps, peak: process.resourceUsage().maxRSS / 1024 }));`,
      );
      const done = spawnSync(process.execPath, [script], { encoding: 'utf8' });
      expect(done.stderr).toBe('');
      const { result, peak, steps } = JSON.parse(done.stdout) as {
        result: { ok: boolean; info: { width: number } };
        peak: number;
        steps: number;
      };
      console.log(`300 megapixels, orientation ${orientation}: greatest memory ${peak.toFixed(0)} MiB, ${steps} steps of progress`);
      expect(result).toMatchObject({ ok: true, info: { width: orientation === 6 ? height : width } });
      expect(steps).toBeGreaterThan(10);
      expect(peak * 2 ** 20).toBeLessThan(600e6);
    } finally {
      rmSync(folder, { recursive: true, force: true });
    }
  },
  400_000,
);
