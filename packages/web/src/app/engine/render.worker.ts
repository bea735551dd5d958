/// <reference lib="webworker" />
import { createKernels } from '@uvrant/kernels';
import {
  ByteCache,
  Cancelled,
  drive,
  levelSide,
  SOURCE_TILE,
  tileKey,
  type Raster,
  type SourceInfo,
  type SourceTile,
  type TileName,
  type ToneStatistics,
  type Work,
} from '@uvrant/core';
import type { FromWorker, Task, ToWorker } from './protocol';
import { OpenSheet, plannedTask } from './tasks';
import { typeOf } from './type-setting';

const MEBIBYTE = 2 ** 20;
/** All of a tab's workers together hold at most 384 MiB; the page says how many they are by the worker's name. */
const workers = Math.max(1, Number(self.name) || 1);
const rasters = new ByteCache<Raster>((256 * MEBIBYTE) / workers);
const tiles = new ByteCache<SourceTile>((112 * MEBIBYTE) / workers);
const statistics = new ByteCache<ToneStatistics>((8 * MEBIBYTE) / workers);
const kernels = createKernels();

/** Sheets asked for lately; older versions are superseded. */
const KEPT_SHEETS = 256;
const sheets = new Map<number, OpenSheet>();
const cancelled = new Set<number>();

const tell = (message: FromWorker, hand: Transferable[] = []): void => self.postMessage(message, hand);

/** Lets messages in: a task of its own, without the timers' least delay. */
const channel = new MessageChannel();
const giveWay = (): Promise<void> =>
  new Promise((resolve) => {
    channel.port1.onmessage = () => resolve();
    channel.port2.postMessage(null);
  });

const fetchTile = async (name: TileName, info: SourceInfo): Promise<SourceTile> => {
  const { sha256, level, x, y } = name;
  const answer = await fetch(`/api/assets/${sha256}/tiles/${level}/${x}/${y}`);
  if (!answer.ok) throw new Error(`The picture's tiles cannot be fetched (${answer.status}).`);
  const buffer = await answer.arrayBuffer();
  const side = (whole: number, at: number): number => Math.min(SOURCE_TILE, levelSide(whole, level) - at * SOURCE_TILE);
  const data = info.depth === 8 ? new Uint8Array(buffer) : new Uint16Array(buffer);
  return { width: side(info.width, x), height: side(info.height, y), data };
};

/** Everything a plan wants, fetched or at hand; held for the rendering whatever the cache lets go. */
const fetched = async (names: readonly TileName[], infos: readonly SourceInfo[]): Promise<Map<string, SourceTile>> => {
  const held = new Map<string, SourceTile>();
  await Promise.all(
    names.map(async (name) => {
      const key = tileKey(name);
      const info = infos.find((each) => each.sha256 === name.sha256);
      if (!info) throw new Error('A picture of the sheet is not here.');
      const tile = tiles.get(key) ?? (await fetchTile(name, info));
      tiles.put(key, tile, tile.data.byteLength);
      held.set(key, tile);
    }),
  );
  return held;
};

const perform = async (id: number, task: Task): Promise<void> => {
  const started = performance.now();
  try {
    const open = sheets.get(task.version);
    if (!open || cancelled.has(id)) throw new Cancelled();
    const planned = plannedTask(open, task);
    const [held, type] = await Promise.all([fetched(planned.wants({ statistics }), open.infos), typeOf(open.fonts)]);
    const work: Work = {
      kernels,
      rasters,
      statistics,
      type,
      tile: (name) => {
        const tile = held.get(tileKey(name));
        if (!tile) throw new Error(`tile ${tileKey(name)} was not planned`);
        return tile;
      },
    };
    const result = await drive(planned.run(work), {
      now: () => performance.now(),
      giveWay,
      stopped: () => cancelled.has(id),
    });
    tell({ type: 'done', id, result, ms: performance.now() - started }, planned.hand(result));
  } catch (error) {
    if (error instanceof Cancelled) tell({ type: 'cancelled', id });
    else tell({ type: 'failed', id, message: error instanceof Error ? error.message : String(error) });
  } finally {
    cancelled.delete(id);
  }
};

self.onmessage = ({ data }: MessageEvent<ToWorker>) => {
  switch (data.type) {
    case 'sheet':
      sheets.set(data.version, new OpenSheet(data.sheet, data.infos, data.others));
      for (const version of sheets.keys()) if (sheets.size > KEPT_SHEETS) sheets.delete(version);
      break;
    case 'task':
      void perform(data.id, data.task);
      break;
    case 'cancel':
      cancelled.add(data.id);
  }
};
