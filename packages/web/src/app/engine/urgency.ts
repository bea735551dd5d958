import type { Task } from './protocol';

/** How urgent a task is: less is sooner. What is dialled is first, then drafts made finer and made ready for dials, readings, small pictures, the true print, and what is read from it or looked through before it goes out. */
export const URGENCY = { draft: 0, fine: 1, reading: 2, picture: 3, true: 4, late: 5 } as const;

export const urgencyOf = (task: Task): number => {
  switch (task.kind) {
    case 'tile':
      return URGENCY[task.quality];
    case 'ready':
      return URGENCY.fine;
    case 'unprinted':
      return URGENCY.draft;
    case 'picture':
      return URGENCY.picture;
    case 'checks':
      return URGENCY.late;
    case 'worn':
      return task.band === null ? URGENCY.reading : URGENCY.late;
    default:
      return URGENCY.reading;
  }
};
