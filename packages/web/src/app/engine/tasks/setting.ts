import { capShare, findPass, layoutOf } from '@uvrant/core';
import type { TypeSetting } from '../protocol';
import type { OpenSheet } from './open-sheet';
import { row, type PlannedTask } from './planned';

const settingOf = (open: OpenSheet, id: string): PlannedTask<TypeSetting> => ({
  wants: () => [],
  *run(work) {
    const pass = findPass(open.sheet, id);
    if (pass?.source.kind !== 'type' || !work.type) throw new Error(`pass ${id} sets no type`);
    const face = work.type.face(pass.source.font);
    const { lines, height } = layoutOf(pass.source, face, pass.placement);
    yield;
    return {
      lines: lines.map(({ text, x, width, em }) => ({ text, x, width, em })),
      height,
      cap: capShare(face),
      missing: [...new Set(lines.flatMap(({ missing }) => [...missing]))].join(''),
    };
  },
  transfer: () => [],
});

/** How a type pass is set: its lines, and what its font lacks. */
export const setting = row('setting', { pool: () => null, plan: (open, task) => settingOf(open, task.pass) });
