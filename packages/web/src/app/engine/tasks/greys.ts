import {
  findPass,
  pictureNode,
  plan,
  surfaceNode,
  textureGreys,
  trueScale,
  wearLies,
  type Pass,
  type Sheet,
  type SurfaceRef,
  type TextureWear,
  type ToneStatistics,
} from '@uvrant/core';
import type { OpenSheet } from './open-sheet';
import { row, type PlannedTask } from './planned';

/** A texture wear of a sheet, with its pass. */
const textureWear = (sheet: Sheet, passId: string, wearId: string): { readonly pass: Pass; readonly wear: TextureWear } => {
  const pass = findPass(sheet, passId);
  const wear = pass?.wear.find((each) => each.id === wearId);
  if (!pass || wear?.kind !== 'texture') throw new Error(`pass ${passId} has no texture wear ${wearId}`);
  return { pass, wear };
};

const greysOf = (open: OpenSheet, passId: string, wearId: string): PlannedTask<ToneStatistics> => {
  const { pass, wear } = textureWear(open.sheet, passId, wearId);
  const [lies, { pxPerMm }] = [wearLies(wear, pass), trueScale(open.sheet.size, open.sheet.ppi)];
  const info = open.infos.find((each) => each.sha256 === wear.picture?.sha256);
  if (!info && !wear.surface) throw new Error('The texture of this wear is not here: add it again, or choose another one.');
  const texture = info ? pictureNode(info, lies, pxPerMm) : surfaceNode(wear.surface as SurfaceRef, lies, pxPerMm);
  const sample = textureGreys(texture, lies, pxPerMm);
  return {
    wants: (work) => sample.regions.flatMap((region) => plan(sample.node, region, work)),
    run: (work) => sample.run(work),
    transfer: () => [],
  };
};

/** The greys of a wear's texture as it is printed. */
export const greys = row('greys', { pool: () => null, plan: (open, task) => greysOf(open, task.pass, task.wear) });
