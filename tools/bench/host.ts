/** A render worker's host in this process: pyramids on disk, and tasks as the page asks for them. */
import { join } from 'node:path';
import { createKernels } from '@uvrant/kernels';
import { Shaper } from '@uvrant/shaping';
import {
  ByteCache,
  finish,
  fontsOf,
  Pool,
  wholeWearSums,
  type Sheet,
  type SourceInfo,
  type ToneStatistics,
  type TypePort,
  type WearSums,
  type Work,
} from '@uvrant/core';
import { filesOf } from './fonts';
import { TileFiles } from '../../packages/server/src/render/tile-files';
import { OpenSheet } from '../../packages/web/src/app/engine/tasks/open-sheet';
import { gathered } from '../../packages/web/src/app/engine/tasks/planned';
import { plannedTask, poolOf } from '../../packages/web/src/app/engine/tasks/tasks';
import type { ResultOf, Task } from '../../packages/web/src/app/engine/protocol';

export const typeOf = async (sheets: readonly Sheet[]): Promise<TypePort> => {
  const type = await Shaper.load();
  for (const font of sheets.flatMap(fontsOf)) if ('family' in font) type.add(font, filesOf(font.family));
  return type;
};

const MEBIBYTE = 2 ** 20;
/** Sheets that a worker keeps open. */
const KEPT_SHEETS = 24;

/** What one task took: its work in ms, and the longest stretch of it without a yield. */
export interface Taken<R> {
  readonly result: R;
  readonly ms: number;
  readonly stretch: number;
}

/** One worker: its kernels, pools and tiles. */
export class BenchHost {
  private readonly kernels = createKernels();
  private readonly textures = new Pool(40 * MEBIBYTE);
  private readonly pools = { draft: new Pool(112 * MEBIBYTE, this.textures), reading: new Pool(56 * MEBIBYTE, this.textures) };
  private readonly statistics = new ByteCache<ToneStatistics>(4 * MEBIBYTE);
  private readonly files: TileFiles;
  /** The latest first. */
  private readonly opened: OpenSheet[] = [];

  constructor(
    private readonly infos: readonly SourceInfo[],
    folder: string,
    private readonly type: TypePort,
  ) {
    this.files = new TileFiles(
      (sha256) => infos.find((info) => info.sha256 === sha256),
      (sha256) => join(folder, sha256),
    );
  }

  open(sheet: Sheet): OpenSheet {
    const open = new OpenSheet(sheet, this.infos, {}, () => this.opened);
    this.opened.unshift(open);
    this.opened.splice(KEPT_SHEETS);
    return open;
  }

  /** What wear takes in a sheet's draft. */
  wearOf(open: OpenSheet, halvings: number): WearSums {
    const graph = open.draft(halvings);
    const work: Work = {
      kernels: this.kernels,
      tile: this.files.tile,
      rasters: this.pools.draft,
      statistics: this.statistics,
      type: this.type,
    };
    return finish(wholeWearSums(open.sheet, graph, work));
  }

  run<T extends Task>(open: OpenSheet, task: T): Taken<ResultOf<T>> {
    const started = performance.now();
    const planned = plannedTask(open, task);
    const pool = poolOf(task);
    const rasters = pool ? this.pools[pool] : null;
    const names = finish(gathered(planned.wants({ statistics: this.statistics, rasters })));
    const fetching = performance.now();
    for (const name of names) this.files.tile(name);
    const fetched = performance.now() - fetching;
    const work: Work = { kernels: this.kernels, tile: this.files.tile, rasters, statistics: this.statistics, type: this.type };
    const rendering = planned.run(work);
    let stretch = 0;
    for (;;) {
      const before = performance.now();
      const step = rendering.next();
      stretch = Math.max(stretch, performance.now() - before);
      // What is fetched is not work of the worker's.
      if (step.done) return { result: step.value, ms: performance.now() - started - fetched, stretch };
    }
  }
}
