import { join } from 'node:path';

const tests = {
  testEnvironment: 'node',
  testMatch: ['<rootDir>/src/**/*.spec.ts', '<rootDir>/test/**/*.spec.ts'],
};

/** The engine's packages: every spec bundled with what it tests. */
export const engineProject = (displayName) => ({
  ...tests,
  displayName,
  transform: { '\\.spec\\.ts$': join(import.meta.dirname, 'tools/jest-bundle.cjs') },
});

/** The server: TypeScript by swc, the workspaces from source. */
export const nodeProject = (displayName) => ({
  ...tests,
  displayName,
  moduleNameMapper: {
    '^@uvrant/core$': '<rootDir>/../core/src/index.ts',
    '^@uvrant/kernels$': '<rootDir>/../kernels/src/index.ts',
    '^@uvrant/shaping$': '<rootDir>/../shaping/src/index.ts',
  },
  transformIgnorePatterns: ['/node_modules/(?!(string-width|strip-ansi|ansi-regex|get-east-asian-width|cookie)/)'],
  transform: {
    '^.+\\.(ts|mjs|js)$': [
      '@swc/jest',
      {
        jsc: { target: 'es2022', parser: { syntax: 'typescript' } },
        module: { type: 'commonjs', ignoreDynamic: true },
        sourceMaps: 'inline',
      },
    ],
  },
});
