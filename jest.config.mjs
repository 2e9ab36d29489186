const transform = {
  '^.+\\.(t|j)sx?$': [
    '@swc/jest',
    {
      jsc: {
        parser: { syntax: 'typescript', tsx: true },
        transform: { react: { runtime: 'automatic' } },
        target: 'es2023',
      },
      module: { type: 'commonjs', ignoreDynamic: true },
    },
  ],
};

const shared = {
  transform,
  transformIgnorePatterns: [
    '/node_modules/(?!(pure-rand|fraction.js|@koa/router|comlink|idb|ml-regression-base|is-any-array)/)',
  ],
  moduleNameMapper: { '^@feldspar/core/(.*)$': '<rootDir>/../core/src/$1/index.ts' },
};

/** One project a workspace; `e2e` drives the built application and runs by itself, in one process. */
export default {
  projects: [
    {
      ...shared,
      displayName: 'core',
      rootDir: 'core',
      testEnvironment: 'node',
      testMatch: ['<rootDir>/src/**/*.test.ts'],
    },
    {
      ...shared,
      displayName: 'server',
      rootDir: 'server',
      testEnvironment: 'node',
      testMatch: ['<rootDir>/src/**/*.test.ts'],
    },
    {
      ...shared,
      displayName: 'web',
      rootDir: 'web',
      testEnvironment: '<rootDir>/jest/jsdom-environment.mjs',
      testMatch: ['<rootDir>/src/**/*.test.{ts,tsx}'],
    },
    {
      ...shared,
      displayName: 'e2e',
      rootDir: 'e2e',
      testEnvironment: 'node',
      testMatch: ['<rootDir>/src/**/*.test.ts'],
      setupFilesAfterEnv: ['<rootDir>/jest/patience.cjs'],
    },
  ],
};
