import type { ResultOf, Task } from '../protocol';
import { bare } from './bare';
import { greys } from './greys';
import { inks } from './inks';
import { bent } from './bent';
import { checks } from './checks';
import { edges } from './edges';
import { letters } from './letters';
import type { OpenSheet } from './open-sheet';
import { picture } from './picture';
import { plane } from './plane';
import type { PlannedTask, PoolName, TaskRow } from './planned';
import { reading } from './reading';
import { ready } from './ready';
import { screens } from './screens';
import { setting } from './setting';
import { spots } from './spots';
import { tile } from './tile';
import { tones } from './tones';
import { unprinted } from './unprinted';
import { why } from './why';
import { worn } from './worn';

const TASKS: { readonly [K in Task['kind']]: TaskRow<K> } = {
  tile,
  ready,
  unprinted,
  picture,
  reading,
  inks,
  bare,
  setting,
  tones,
  plane,
  greys,
  worn,
  letters,
  bent,
  checks,
  edges,
  screens,
  spots,
  why,
};

type AnyRow = TaskRow<Task['kind']>;

export const plannedTask = <T extends Task>(open: OpenSheet, task: T): PlannedTask<ResultOf<T>> =>
  (TASKS[task.kind] as unknown as AnyRow).plan(open, task) as unknown as PlannedTask<ResultOf<T>>;

export const poolOf = (task: Task): PoolName => (TASKS[task.kind] as unknown as AnyRow).pool(task);
