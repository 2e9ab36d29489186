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
    '/node_modules/(?!(pure-rand|fraction.js|@koa/router|comlink|idb|@soundtouchjs/[^/]+|ml-regression-base|is-any-array)/)',
  ],
  setupFilesAfterEnv: ['<rootDir>/../scripts/jest/patience.cjs'],
  // Looked up in the test's own realm these cost a hundred times what they cost outside; computing tests are full of them.
  sandboxInjectedGlobals: [
    'Math',
    'Number',
    'Array',
    'Float64Array',
    'Float32Array',
    'Int32Array',
    'Uint8Array',
  ],
  moduleNameMapper: {
    '^@feldspar/core/(.*)$': '<rootDir>/../core/src/$1/index.ts',
    // It names no file for whoever requires it.
    '^@soundtouchjs/interpolation-strategy-lanczos$':
      '<rootDir>/../node_modules/@soundtouchjs/interpolation-strategy-lanczos/.dist/index.js',
  },
};

/** Drives the built application. */
const browser = {
  ...shared,
  rootDir: 'e2e',
  testEnvironment: 'node',
  testMatch: ['<rootDir>/src/**/*.test.ts'],
  setupFilesAfterEnv: ['<rootDir>/jest/patience.cjs'],
};

/**
 * One project a workspace, and three for the browser: `screens` may run side by side; `sound` measures what is heard, in one process;
 * `played` plays takes by the steady clock, which no busy machine disturbs, and mostly waits: it runs beside `sound`.
 */
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
      moduleNameMapper: {
        ...shared.moduleNameMapper,
        // Faces of letters say nothing to a test.
        '\\.css$': '<rootDir>/jest/no-style.cjs',
        '^@testing-library/react$': '<rootDir>/jest/testing-library.js',
      },
    },
    {
      ...browser,
      displayName: 'screens',
      testPathIgnorePatterns: ['/sound/', '/played/'],
      setupFiles: ['<rootDir>/jest/headless-shell.ts'],
    },
    { ...browser, displayName: 'played', testMatch: ['<rootDir>/src/played/**/*.test.ts'] },
    { ...browser, displayName: 'sound', testMatch: ['<rootDir>/src/sound/**/*.test.ts'] },
  ],
};
