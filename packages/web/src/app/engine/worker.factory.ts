/** A render worker; its name tells it how many share the tab's memory. */
export const createRenderWorker = (workers: number): Worker =>
  new Worker(new URL('./render.worker', import.meta.url), { type: 'module', name: String(workers) });
