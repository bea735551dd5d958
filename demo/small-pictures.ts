/** The small pictures of the demo's sheets, shown until they are printed again: each sheet printed whole, and reduced. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';

/** Longest side, pixels: as the page keeps them. */
const SIDE = 400;
const SHEETS = 'demo/sheets';

const folder = mkdtempSync(join(tmpdir(), 'uvrant-small-'));
for (const name of readdirSync(SHEETS).filter((each) => each.endsWith('.json'))) {
  const png = join(folder, 'sheet.png');
  const made = spawnSync(process.execPath, ['packages/server/dist/cli.js', join(SHEETS, name), '-o', png], { encoding: 'utf8' });
  if (made.status !== 0) throw new Error(made.stderr);
  await sharp(png, { limitInputPixels: false })
    .resize({ width: SIDE, height: SIDE, fit: 'inside' })
    .webp({ quality: 72 })
    .toFile(join(SHEETS, name.replace('.json', '.webp')));
}
rmSync(folder, { recursive: true });
