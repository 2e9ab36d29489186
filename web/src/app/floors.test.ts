/**
 * @jest-environment node
 *
 * The floors of the house are kept by the linter: what may not be imported is refused, what may is not.
 */
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';

/** The configuration is a module of its own kind, so the linter runs in a process of its own, once for all. */
const LINT = `
  import { ESLint } from 'eslint';
  const linter = new ESLint({
    overrideConfig: [{ files: ['**/*.ts'], languageOptions: { parserOptions: { projectService: false } } }],
    ruleFilter: ({ ruleId }) => ruleId === 'no-restricted-imports',
  });
  const found = [];
  for (const [file, imported] of JSON.parse(process.argv[1])) {
    const [{ messages }] = await linter.lintText("import '" + imported + "';", { filePath: file });
    found.push(messages.map(({ message }) => message));
  }
  console.log(JSON.stringify(found));
`;

function refused(imports: readonly (readonly [file: string, imported: string])[]): string[][] {
  const args = ['--input-type=module', '-e', LINT, JSON.stringify(imports)];
  const said = execFileSync(process.execPath, args, { cwd: join(__dirname, '../../..'), encoding: 'utf8' });
  return JSON.parse(said) as string[][];
}

const NEVER: [file: string, imported: string, message: RegExp][] = [
  ['web/src/screens/plan/x.ts', '../workshop/Workshop.tsx', /A screen never uses another one/],
  ['web/src/screens/plan/x.ts', '../../app/App.tsx', /screens uses only what lies below it/],
  ['web/src/parts/tempo/x.ts', '../../screens/desk/Desk.tsx', /parts uses only what lies below it/],
  ['web/src/data/x.ts', '../parts/tempo/TempoField.tsx', /data uses only/],
  ['web/src/device/x.ts', '../data/hooks.ts', /device uses only/],
  ['web/src/device/x.ts', '../addresses/play-address.ts', /device uses only/],
  ['web/src/data/x.ts', '../../../server/src/app.ts', /no server/],
  ['web/src/data/x.ts', 'node:fs', /no server/],
  ['web/src/parts/tempo/x.ts', '../../testing/documents.ts', /Only tests/],
  ['core/src/time/x.ts', '../plan/index.ts', /core\/time may use/],
];

const MAY: [file: string, imported: string][] = [
  ['web/src/screens/plan/x.ts', '../../parts/tempo/TempoField.tsx'],
  ['web/src/screens/plan/x.ts', '../../data/hooks.ts'],
  ['web/src/screens/plan/x.ts', './PlanScreen.tsx'],
  ['web/src/app/x.ts', '../screens/plan/PlanScreen.tsx'],
  ['web/src/data/outbox/x.ts', '../wire/client.ts'],
  ['core/src/plan/x.ts', '../time/index.ts'],
];

it('what lies above, beside or outside is refused, with the reason', () => {
  const said = refused(NEVER.map(([file, imported]) => [file, imported]));
  expect(said).toEqual(NEVER.map(([, , message]) => [expect.stringMatching(message)]));
});

it('what lies below is not', () => {
  expect(refused(MAY)).toEqual(MAY.map(() => []));
});
