/** Every feature's effects, each beside its feature. */
export * from './bench.effects';
export * from './chest.effects';
export * from './dispatch.effects';
export * from './fonts.effects';
export * from './jobs.effects';
export * from './stream.effects';
export * from './tray.effects';
