import type { Task } from './protocol';

/** How urgent a task is: less is sooner. What is dialled is first, then readings, small pictures, the true print, and what is read from it. */
export const URGENCY = { draft: 0, reading: 1, picture: 2, true: 3, late: 4 } as const;

export const urgencyOf = (task: Task): number => {
  switch (task.kind) {
    case 'tile':
      return task.quality === 'draft' ? URGENCY.draft : URGENCY.true;
    case 'unprinted':
      return URGENCY.draft;
    case 'picture':
      return URGENCY.picture;
    case 'worn':
      return task.band === null ? URGENCY.reading : URGENCY.late;
    default:
      return URGENCY.reading;
  }
};
