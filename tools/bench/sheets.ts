import { spawnSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createKernels } from '@uvrant/kernels';
import { Shaper } from '@uvrant/shaping';
import {
  bandsOf,
  boxAt,
  ByteCache,
  compile,
  finish,
  fontsOf,
  freshPass,
  freshSource,
  freshStep,
  rendered,
  trueScale,
  wholeSheet,
  type Pass,
  type Sheet,
  type ToneStatistics,
  type Work,
} from '@uvrant/core';
import { filesOf } from './fonts';
import { timed } from './rows';

const poster = JSON.parse(readFileSync('demo/sheets/1-poster.json', 'utf8')) as Sheet;
/** All the type of the demo's poster, 38.9 megapixels in bands: shaping, outlines, coverage. */
export const typeRow = async (): Promise<void> => {
  const sheet: Sheet = { ...poster, passes: poster.passes.filter(({ source }) => source.kind === 'type') };
  const loading = await timed(() => Shaper.load());
  const type = await Shaper.load();
  for (const font of fontsOf(sheet)) if ('family' in font) type.add(font, filesOf(font.family));
  const work: Work = {
    kernels: createKernels(),
    tile: () => {
      throw new Error('type needs no picture');
    },
    rasters: null,
    statistics: new ByteCache<ToneStatistics>(1e6),
    type,
  };
  const ms = await timed(() => {
    const graph = compile(sheet, trueScale(sheet.size, sheet.ppi), () => undefined);
    for (const node of graph.passes.values()) for (const band of bandsOf(graph.region, 128)) finish(rendered(node, band, work));
  });
  console.log(
    `${`type of the whole poster, ${sheet.passes.length} passes at 300 ppi`.padEnd(56)} ${ms.toFixed(0).padStart(6)} ms, shaping loaded in ${loading.toFixed(0)} ms`,
  );
};

/** The demo's poster with three passes more, ten in all. */
export const tenPasses = (): Sheet => {
  const { width, height } = poster.size;
  const more = (id: string, source: Pass['source'], placement: Pass['placement'], mode: string): Pass =>
    freshPass(id, id, source, placement, { lay: { mode, strength: 0.6 } });
  const ring = freshSource('shape', { form: 'ellipse', filled: false, border: 6, borderColour: { ink: 'flare' } });
  const burst = freshSource('shape', { form: 'star burst', colour: { ink: 'flare' } });
  const [first, second, ...rest] = poster.passes as [Pass, Pass, ...Pass[]];
  return {
    ...poster,
    name: 'Ten passes',
    passes: [
      first,
      second,
      more('ring', ring, boxAt(width / 2, height / 3, 240, 240), 'screen'),
      more('burst', burst, boxAt(width * 0.8, height * 0.2, 80, 80), 'multiply'),
      more('fade', freshSource('ramp', { angle: 90 }), wholeSheet(poster.size), 'soft-light'),
      ...rest,
    ],
  };
};

/** The ten-pass sheet whole, by the command line. */
export const passesRow = (folder: string): void => {
  const file = join(folder, 'sheets', 'ten.json');
  writeFileSync(file, JSON.stringify(tenPasses()));
  const started = performance.now();
  const done = spawnSync(process.execPath, ['packages/server/dist/cli.js', file, '-o', join(folder, 'ten.png')], { encoding: 'utf8' });
  if (done.status !== 0) throw new Error(done.stderr);
  console.log(
    `${'ten passes, 18 × 24 in, whole, process and ingest and file'.padEnd(56)} ${((performance.now() - started) / 1000).toFixed(1)} s`,
  );
};

/** Ten heavy steps, one after the other. */
export const HEAVY_STEPS = [
  'grey-response',
  'levels',
  'shadows-highlights',
  'local-contrast',
  'sharpen',
  'grain',
  'screen',
  'harden',
  'ink-spread',
  'dry-roller',
] as const;

/** The demo poster's picture by itself, through ten heavy steps, red as its grey. */
export const tenSteps = (): Sheet => {
  const steps = HEAVY_STEPS.map((kind) => freshStep(kind, kind === 'grey-response' ? { by: 'shares' } : {}));
  const picture = poster.passes.find(({ source }) => source.kind === 'picture') as Pass;
  return { ...poster, name: 'Ten steps', passes: [{ ...picture, wear: [], steps }] };
};
