export const createRenderWorker = (): Worker => ({ postMessage: () => undefined, terminate: () => undefined }) as unknown as Worker;
