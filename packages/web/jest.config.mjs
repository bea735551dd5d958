import presets from 'jest-preset-angular/presets/index.js';
const preset = presets.createCjsPreset({ tsconfig: '<rootDir>/tsconfig.spec.json' });
export default {
  ...preset,
  testEnvironment: 'jest-preset-angular/environments/jest-jsdom-env',
  displayName: 'web',
  setupFilesAfterEnv: ['<rootDir>/src/test-setup.ts'],
  testMatch: ['<rootDir>/src/**/*.spec.ts'],
  moduleNameMapper: {
    '^@uvrant/core$': '<rootDir>/../core/src/index.ts',
    '^@uvrant/kernels$': '<rootDir>/../kernels/src/index.ts',
    'worker\\.factory$': '<rootDir>/src/testing/worker.factory.stub.ts',
  },
};
