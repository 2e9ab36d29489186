/**
 * @jest-environment node
 *
 * The floors of the house are kept by the linter: what may not be imported is refused, what may is not.
 */
import { spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';

const ROOT = join(__dirname, '../../..');

/** Lints files of one import each, in a house that stands empty otherwise: the linter takes paths from where its configuration lies. */
function refused(imports: readonly (readonly [file: string, imported: string])[]): string[][] {
  const house = mkdtempSync(join(tmpdir(), 'feldspar-floors-'));
  try {
    const rules = pathToFileURL(join(ROOT, 'oxlint.config.mjs')).href;
    writeFileSync(
      join(house, 'oxlint.config.mjs'),
      `import rules from '${rules}'; export default { ...rules, options: {} };`,
    );
    // Two imports may stand for one path, so each has a file of its own.
    const files = imports.map(([file, imported], i) => {
      const path = file.replace('x.ts', `x${i}.ts`);
      mkdirSync(dirname(join(house, path)), { recursive: true });
      writeFileSync(join(house, path), `import '${imported}';\n`);
      return path;
    });
    const linter = join(ROOT, 'node_modules/.bin/oxlint');
    const said = spawnSync(linter, ['-c', 'oxlint.config.mjs', '-f', 'json'], {
      cwd: house,
      encoding: 'utf8',
    });
    const { diagnostics } = JSON.parse(said.stdout) as {
      diagnostics: { filename: string; code: string; message: string; help?: string }[];
    };
    return files.map((path) =>
      diagnostics
        .filter(({ filename, code }) => filename === path && code.includes('no-restricted-imports'))
        .map(({ message, help }) => `${message} ${help ?? ''}`),
    );
  } finally {
    rmSync(house, { recursive: true });
  }
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
  ['core/src/plan/x.ts', '../time/tempo.ts', /Enter a room by its index/],
  ['core/src/plan/x.ts', '../time/in-order.ts', /Enter a room by its index/],
  ['core/src/plan/x.ts', 'react', /no interface code/],
  ['server/src/x.ts', '@feldspar/web', /Neither the server/],
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
