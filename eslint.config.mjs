import js from '@eslint/js';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';

/**
 * The arrows of the house. Inside core: which rooms a room may use. Anything else is an error, so a circle between
 * rooms cannot be written down.
 */
export const ROOMS = {
  time: [],
  stats: [],
  reference: ['time', 'stats'],
  clock: ['stats'],
  plan: ['time'],
  counts: ['time', 'plan'],
  sound: ['time', 'plan'],
  timing: ['time', 'plan', 'stats'],
  words: ['time', 'timing'],
  players: ['plan', 'timing'],
  take: ['time', 'stats', 'clock', 'plan', 'players', 'timing'],
  practice: ['time', 'reference', 'plan', 'counts', 'take'],
  formats: ['time', 'plan', 'counts', 'sound', 'take', 'timing', 'words'],
};

const outside = [
  'react',
  'react-dom',
  'koa',
  'sequelize',
  '@mui/*',
  'node:*',
  '@feldspar/server',
  '@feldspar/web',
];

const arrows = Object.entries(ROOMS).map(([room, allowed]) => {
  const forbidden = Object.keys(ROOMS).filter((other) => other !== room && !allowed.includes(other));
  return {
    files: [`core/src/${room}/**/*.ts`],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: outside, message: 'core has no interface code and no I/O.' },
            { group: ['**/testing/**'], message: 'Only tests use testing.' },
            ...(forbidden.length > 0
              ? [
                  {
                    group: forbidden.map((other) => `../${other}/*`),
                    message: `The arrows of the house: core/${room} may use ${allowed.join(', ') || 'nothing else in core'}.`,
                  },
                ]
              : []),
            {
              regex: '^\\.\\./[a-z]+/(?!index\\.ts$)',
              message: 'Enter a room by its index.',
            },
          ],
        },
      ],
    },
  };
});

export default tseslint.config(
  { ignores: ['**/dist/', '**/.types/', '**/node_modules/', 'data/'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  { files: ['**/*.mjs', '**/*.cjs'], languageOptions: { globals: { ...globals.node, jest: 'readonly' } } },
  ...arrows,
  {
    files: ['server/src/**/*.ts', 'e2e/src/**/*.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: ['@feldspar/web', '@feldspar/web/*', '**/web/src/**', 'react', '@mui/*'] },
      ],
    },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: {
      ...reactHooks.configs.recommended.rules,
      'no-restricted-imports': [
        'error',
        {
          patterns: ['@feldspar/server', '@feldspar/server/*', '**/server/src/**', 'node:*'],
        },
      ],
    },
  },
  {
    files: ['**/*.test.{ts,tsx}', '**/testing/**'],
    rules: { 'no-restricted-imports': 'off' },
  },
);
