import { IDBFactory } from 'fake-indexeddb';

/** A browser's database and locks for a test: the names of the windows that hold their lock, which the test may let go. */
export const freshBrowser = (): Set<string> => {
  const open = new Set<string>();
  globalThis.structuredClone = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
  globalThis.indexedDB = new IDBFactory();
  let n = 0;
  Object.defineProperty(globalThis.crypto, 'randomUUID', { value: () => `id-${++n}-${Math.random()}`, configurable: true });
  Object.defineProperty(navigator, 'locks', {
    configurable: true,
    value: {
      request: (name: string) => open.add(name),
      query: () => Promise.resolve({ held: [...open].map((name) => ({ name })) }),
    },
  });
  return open;
};
