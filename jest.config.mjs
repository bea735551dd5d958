export default {
  projects: ['<rootDir>/packages/core', '<rootDir>/packages/kernels', '<rootDir>/packages/server', '<rootDir>/packages/web'],
};
