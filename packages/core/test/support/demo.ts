import { spawnSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Sheet, SourceInfo } from '../../src';

/** The demo's sheets; `root` is the repository's folder. */
export const DEMO_SHEETS = ['1-poster', '2-garment', '3-found-print', '4-drawn-page', '5-sleeve', '6-portrait'] as const;
const sheetFile = (root: string, name: string): string => join(root, `demo/sheets/${name}.json`);
export const demoSheet = (root: string, name: string): Sheet => JSON.parse(readFileSync(sheetFile(root, name), 'utf8')) as Sheet;

/** Pyramids of the demo's pictures in a folder, made by the built command line where they are not there. */
export const demoPyramids = (root: string, folder: string): SourceInfo[] => {
  for (const name of DEMO_SHEETS) {
    const args = [join(root, 'packages/server/dist/cli.js'), sheetFile(root, name), '-o', join(folder, 'out.png')];
    const made = spawnSync(process.execPath, [...args, '--keep', folder, '--ppi', '20'], { encoding: 'utf8' });
    if (made.status !== 0) throw new Error(made.stderr);
  }
  return readdirSync(folder, { withFileTypes: true })
    .filter((each) => each.isDirectory())
    .map(({ name }) => JSON.parse(readFileSync(join(folder, name, 'info.json'), 'utf8')) as SourceInfo);
};
