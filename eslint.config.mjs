import js from '@eslint/js';
import a11y from 'eslint-plugin-jsx-a11y';
import { readdirSync } from 'node:fs';
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
  'beat-map': ['time', 'stats'],
  beats: ['stats', 'reference', 'hearing', 'beat-map'],
  plan: ['time', 'beat-map'],
  counts: ['time', 'plan'],
  sound: ['time', 'plan'],
  timing: ['time', 'beat-map', 'plan', 'stats'],
  words: ['time', 'plan', 'timing', 'free', 'practice', 'paths', 'planner', 'trends', 'people', 'circle'],
  players: ['plan', 'timing'],
  take: ['time', 'stats', 'clock', 'plan', 'players', 'timing', 'hearing'],
  hearing: [],
  free: ['stats', 'timing'],
  wire: [
    'time',
    'plan',
    'take',
    'timing',
    'words',
    'hearing',
    'free',
    'recordings',
    'paths',
    'planner',
    'trends',
    'people',
    'circle',
  ],
  recordings: ['time', 'beat-map', 'plan', 'sound', 'hearing', 'free', 'timing', 'players', 'take', 'stats'],
  live: ['sound', 'plan', 'stats', 'hearing', 'recordings'],
  practice: ['time', 'beat-map', 'reference', 'plan', 'counts', 'take', 'timing'],
  planner: ['time', 'plan', 'reference', 'timing', 'practice', 'paths'],
  trends: ['stats', 'take', 'timing'],
  paths: ['time', 'plan', 'reference', 'take', 'timing', 'practice'],
  people: ['time', 'plan', 'counts', 'take', 'timing', 'stats', 'practice', 'paths', 'trends'],
  circle: ['time', 'plan', 'stats'],
  formats: [
    'beat-map',
    'time',
    'plan',
    'counts',
    'sound',
    'take',
    'timing',
    'words',
    'paths',
    'planner',
    'people',
    'circle',
  ],
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

/** The floors of the web house, from the ground up: a room uses only rooms on floors below it. */
export const FLOORS = [
  ['theme', 'text'],
  ['device', 'addresses'],
  ['sound', 'input'],
  ['files'],
  ['workers'],
  ['data'],
  ['parts'],
  ['screens'],
  ['app'],
];
/** They never use one another: they meet in addresses. */
const SCREENS = readdirSync(new URL('web/src/screens', import.meta.url));

const restricted = (files, patterns) => ({
  files,
  ignores: ['**/*.test.{ts,tsx}'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            group: ['@feldspar/server', '@feldspar/server/*', '**/server/src/**', 'node:*'],
            message: 'The page has no server and no files.',
          },
          { group: ['**/testing/**'], message: 'Only tests use testing.' },
          ...patterns,
        ],
      },
    ],
  },
});

const floors = FLOORS.flatMap((rooms, floor) => {
  const above = FLOORS.slice(floor + 1).flat();
  return rooms.flatMap((room) => {
    // Beside it on the same floor is not below it either.
    const forbidden = [...above, ...rooms.filter((other) => other !== room)].map((other) => ({
      group: [`**/../${other}/**`],
      message: `The floors of the house: ${room} uses only what lies below it, and ${other} does not.`,
    }));
    if (room !== 'screens') return [restricted([`web/src/${room}/**/*.{ts,tsx}`], forbidden)];
    return SCREENS.map((screen) =>
      restricted(
        [`web/src/screens/${screen}/**/*.{ts,tsx}`],
        [
          ...forbidden,
          {
            group: SCREENS.filter((other) => other !== screen).map((other) => `../${other}/**`),
            message:
              'A screen never uses another one: they meet in addresses, and what two of them show is a part.',
          },
        ],
      ),
    );
  });
});

export default tseslint.config(
  { ignores: ['**/dist/', '**/.types/', '**/node_modules/', 'data/'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  // What needs to know types (promises that nobody waits for) or the flow of a component (the rules of React) is asked by oxlint, in a
  // tenth of the time: .oxlintrc.json.
  {
    files: ['**/*.{ts,tsx}'],
    rules: {
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
  // What a screen reader or a keyboard cannot use; axe looks at the finished screens too.
  {
    files: ['web/src/**/*.tsx'],
    ...a11y.flatConfigs.strict,
    settings: {
      'jsx-a11y': {
        polymorphicPropName: 'component',
        components: { Box: 'div', Stack: 'div' },
      },
    },
    rules: {
      ...a11y.flatConfigs.strict.rules,
      // In a dialog the first field is where a keyboard wants to be.
      'jsx-a11y/no-autofocus': ['error', { ignoreNonDOM: true }],
      // A painted core is a picture with a name.
      'jsx-a11y/no-interactive-element-to-noninteractive-role': ['error', { canvas: ['img'] }],
      // What scrolls must be reached by the keyboard.
      'jsx-a11y/no-noninteractive-tabindex': ['error', { tags: [], roles: ['region'] }],
    },
  },
  ...floors,
  {
    files: ['**/*.test.{ts,tsx}', '**/testing/**'],
    rules: { 'no-restricted-imports': 'off' },
  },
);
