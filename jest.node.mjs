/** What the packages that run on Node share: TypeScript by swc, the workspaces from source. */
export const nodeProject = (displayName) => ({
  displayName,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/src/**/*.spec.ts', '<rootDir>/test/**/*.spec.ts'],
  moduleNameMapper: {
    '^@uvrant/core$': '<rootDir>/../core/src/index.ts',
    '^@uvrant/kernels$': '<rootDir>/../kernels/src/index.ts',
  },
  transformIgnorePatterns: ['/node_modules/(?!(string-width|strip-ansi|ansi-regex|get-east-asian-width|cookie)/)'],
  transform: {
    '^.+\\.(ts|mjs|js)$': [
      '@swc/jest',
      { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'commonjs' }, sourceMaps: 'inline' },
    ],
  },
});
