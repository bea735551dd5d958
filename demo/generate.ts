/** Draws the demo's pictures into demo/pictures. Run by `npm run demo:pictures`; its output is committed. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { dome } from './dome';
import { sculptedHead } from './head';
import { moon } from './moon';
import type { Picture } from './picture';
import { SCAN_PPI, scanned, SCANS } from './textures';

const out = join(import.meta.dirname, 'pictures');
const shrink = Number(process.env['SHRINK'] ?? 1);

const write = async (name: string, drawn: Picture): Promise<void> => {
  const { width, height, bytes } = drawn as Picture & { bytes: Uint8Array };
  await sharp(bytes, { raw: { width, height, channels: 3 } })
    .withMetadata({ density: 240 })
    .jpeg({ quality: 88, chromaSubsampling: '4:4:4' })
    .toFile(join(out, name));
  console.log(`${name}: ${width} × ${height}`);
};

mkdirSync(out, { recursive: true });
const wanted = process.argv[2];
if (!wanted || wanted === 'dome') await write('dome-dusk.jpg', dome(Math.round(2400 / shrink), Math.round(3200 / shrink)));
if (!wanted || wanted === 'moon') await write('moon.jpg', moon(Math.round(3000 / shrink)));
if (!wanted || wanted === 'head') await write('sculpted-head.jpg', sculptedHead(Math.round(1200 / shrink), Math.round(1500 / shrink)));
for (const scan of SCANS) {
  if (wanted && wanted !== 'scans' && wanted !== scan.file) continue;
  const { width, height, channels, bytes } = scanned(scan, shrink);
  const raw = sharp(bytes, { raw: { width, height, channels } });
  await (channels === 1 ? raw.toColourspace('b-w') : raw)
    .withMetadata({ density: SCAN_PPI / shrink })
    .jpeg({ quality: 82 })
    .toFile(join(out, scan.file));
  console.log(`${scan.file}: ${width} × ${height}`);
}
