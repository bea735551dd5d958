import { INKS, STARTING_POINTS, startedSheet, STOCKS, type Sheet, type SheetOrder } from '@uvrant/core';
import type { Asset, Job, KeptSheet, SendOut } from '@uvrant/contract';

export const JOB: Job = { id: 'j1', name: 'Night concerts', createdAt: 1, openedAt: 2 };

export const ASSET: Asset = {
  sha256: 'a'.repeat(64),
  name: 'ridge.jpg',
  format: 'JPEG',
  bytes: 1000,
  width: 1200,
  height: 1600,
  channels: 3,
  depth: 8,
  levels: 3,
  ppi: 240,
  drawer: 'picture',
  tags: [],
  mean: 0.4,
  spread: 0.2,
  directional: false,
  tileable: false,
  note: null,
};

export const ORDER: SheetOrder = {
  name: 'Poster',
  size: { width: 457.2, height: 609.6 },
  ppi: 300,
  edges: 'hard',
  stock: STOCKS[0]!,
  ink: INKS[0]!,
  ground: INKS[1]!,
};

/** A poster from the picture by one of the starting points. */
export const posterOf = (order: Partial<SheetOrder> = {}, point = 0): Sheet =>
  startedSheet({ ...ORDER, ...order }, { sha256: ASSET.sha256, name: 'Ridge', size: ASSET }, STARTING_POINTS[point]!);

export const keptOf = (document: Sheet, revision = 1): KeptSheet => ({
  id: 's1',
  jobId: JOB.id,
  revision,
  updatedAt: 1000,
  document,
  fault: null,
});

/** A film that was sent out of the poster. */
export const sendOut = (change: Partial<SendOut> = {}): SendOut => ({
  id: 'o1',
  jobId: JOB.id,
  sheetId: 's1',
  sheetName: 'Poster',
  format: 'plates',
  options: {},
  ink: 'soot',
  crop: null,
  devicePpi: 300,
  width: 5400,
  height: 7200,
  state: 'done',
  attempts: 1,
  bytes: 437_000,
  error: null,
  note: null,
  createdAt: 1,
  finishedAt: 2,
  fileName: 'poster-soot.tif',
  pattern: '{sheet}-{ink}',
  hasPicture: true,
  ...change,
});
