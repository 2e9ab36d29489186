import { readdirSync } from 'node:fs';
import { defineConfig } from 'oxlint';

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
  wav: ['plan', 'sound'],
  calendar: ['planner'],
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

const anywhereInCore = [
  { group: outside, message: 'core has no interface code and no I/O.' },
  { group: ['**/testing/**'], message: 'Only tests use testing.' },
];

/** An expression for what begins unlike that name, letter by letter: the linter's expressions cannot look ahead. */
const otherThan = (name) =>
  [...name].map((letter, i) => `${name.slice(0, i).replace('.', '\\.')}[^${letter}]`).join('|');

const arrows = Object.entries(ROOMS).map(([room, allowed]) => {
  const forbidden = Object.keys(ROOMS).filter((other) => other !== room && !allowed.includes(other));
  return {
    files: [`core/src/${room}/**/*.ts`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            ...anywhereInCore,
            ...(forbidden.length > 0
              ? [
                  {
                    group: forbidden.map((other) => `../${other}/*`),
                    message: `The arrows of the house: core/${room} may use ${allowed.join(', ') || 'nothing else in core'}.`,
                  },
                ]
              : []),
            {
              regex: `^\\.\\./[a-z-]+/(?:${otherThan('index.ts')})`,
              message: 'Enter a room by its index.',
            },
          ],
        },
      ],
    },
  };
});

/** The floors of the ears, from the ground up: a folder of theirs uses only what lies below it, and nothing outside. */
const EARS = [['signal'], ['onset'], ['struck', 'plucked', 'held', 'voice']];
const ears = EARS.flatMap((folders, floor) =>
  folders.map((folder) => {
    const below = EARS.slice(0, floor).flat();
    const forbidden = EARS.flat().filter((other) => other !== folder && !below.includes(other));
    return {
      files: [`core/src/hearing/${folder}/**/*.ts`],
      rules: {
        'no-restricted-imports': [
          'error',
          {
            patterns: [
              ...anywhereInCore,
              {
                group: forbidden.map((other) => `../${other}/*`),
                message: `The floors of the ears: ${folder} may use ${below.join(', ') || 'nothing beside it'}.`,
              },
              {
                regex: '^\\.\\./(?:\\.\\./|[a-z-]+\\.ts)',
                message: 'A folder of the ears uses nothing above it, and nothing outside.',
              },
            ],
          },
        ],
      },
    };
  }),
);

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

export default defineConfig({
  options: { typeAware: true },
  plugins: ['typescript', 'react', 'jsx-a11y'],
  ignorePatterns: ['**/dist/', '**/.types/', '/data/'],
  env: { es2024: true },
  categories: { correctness: 'error' },
  rules: {
    eqeqeq: ['error', 'always', { null: 'ignore' }],
    'no-array-constructor': 'error',
    'no-case-declarations': 'error',
    'no-empty': 'error',
    'no-fallthrough': 'error',
    'no-prototype-builtins': 'error',
    'no-regex-spaces': 'error',
    'no-unexpected-multiline': 'error',
    'no-var': 'error',
    'prefer-const': 'error',
    'prefer-rest-params': 'error',
    'prefer-spread': 'error',
    'preserve-caught-error': 'error',
    'typescript/ban-ts-comment': 'error',
    'typescript/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
    'typescript/no-empty-object-type': 'error',
    'typescript/no-explicit-any': 'error',
    'typescript/no-floating-promises': 'error',
    'typescript/no-misused-promises': 'error',
    'typescript/no-namespace': 'error',
    'typescript/no-require-imports': 'error',
    'typescript/no-unnecessary-type-constraint': 'error',
    'typescript/no-unsafe-function-type': 'error',
    // Roles are named as a screen reader names them, also where an element of HTML carries one.
    'jsx-a11y/prefer-tag-over-role': 'off',
    // Tables of functions, letters of ASCII, and SQL made of its own parts are used as they are meant here.
    'typescript/unbound-method': 'off',
    'typescript/no-misused-spread': 'off',
    'typescript/no-redundant-type-constituents': 'off',
    'typescript/restrict-template-expressions': 'off',
    'typescript/no-base-to-string': 'off',
  },
  settings: {
    'jsx-a11y': { polymorphicPropName: 'component', components: { Box: 'div', Stack: 'div' } },
  },
  overrides: [
    // The compiler finds undefined names elsewhere; these it does not look at.
    {
      files: ['**/*.mjs', '**/*.cjs'],
      env: { node: true },
      globals: { jest: 'readonly' },
      rules: { 'no-undef': 'error', 'no-redeclare': 'error' },
    },
    ...arrows,
    ...ears,
    {
      files: ['server/src/**/*.ts', 'e2e/src/**/*.ts'],
      rules: {
        'no-restricted-imports': [
          'error',
          {
            patterns: [
              {
                group: ['@feldspar/web', '@feldspar/web/*', '**/web/src/**', 'react', '@mui/*'],
                message: 'Neither the server nor its driver knows the page.',
              },
            ],
          },
        ],
      },
    },
    ...floors,
    {
      files: ['web/src/**/*.{ts,tsx}'],
      rules: {
        'react/rules-of-hooks': 'error',
        'react/exhaustive-deps': 'error',
        'react/static-components': 'error',
        'react/use-memo': 'error',
        'react/preserve-manual-memoization': 'error',
        'react/incompatible-library': 'error',
        'react/immutability': 'error',
        'react/globals': 'error',
        'react/refs': 'error',
        'react/set-state-in-effect': 'error',
        'react/error-boundaries': 'error',
        'react/purity': 'error',
        'react/set-state-in-render': 'error',
        'react/unsupported-syntax': 'error',
        // In a dialog the first field is where a keyboard wants to be.
        'jsx-a11y/no-autofocus': ['error', { ignoreNonDOM: true }],
        // A painted core is a picture with a name.
        'jsx-a11y/no-interactive-element-to-noninteractive-role': ['error', { canvas: ['img'] }],
        // What scrolls must be reached by the keyboard.
        'jsx-a11y/no-noninteractive-tabindex': ['error', { tags: [], roles: ['region'] }],
      },
    },
    {
      files: ['**/*.test.{ts,tsx}', '**/testing/**'],
      rules: { 'no-restricted-imports': 'off' },
    },
  ],
});
