/**
 * `npm test`: install what is missing, type-check, lint, then unit, server and browser tests. The last line counts;
 * type check and lint count as one test each.
 */
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { ensureBuilt } from './lib/build.mjs';
import { ensureBrowser, ensurePackages } from './lib/install.mjs';
import { at } from './lib/paths.mjs';
import { run } from './lib/run.mjs';

await ensurePackages();
await ensureBrowser();

const bin = (name) => at('node_modules/.bin', name);
const totals = { passed: 0, failed: 0 };

async function step(name, command, args) {
  console.log(`\n— ${name}`);
  const code = await run(command, args);
  totals[code === 0 ? 'passed' : 'failed']++;
}

async function jest(name, args) {
  console.log(`\n— ${name}`);
  const results = at('node_modules', `.feldspar-${name.replaceAll(' ', '-')}.json`);
  rmSync(results, { force: true });
  const code = await run(bin('jest'), [...args, '--json', `--outputFile=${results}`]);
  if (!existsSync(results)) {
    totals.failed++;
    return;
  }
  const { numPassedTests, numFailedTests, numFailedTestSuites, numTotalTests } = JSON.parse(
    readFileSync(results, 'utf8'),
  );
  totals.passed += numPassedTests;
  // A suite that could not even load has no tests to fail; neither may count as success.
  totals.failed += Math.max(numFailedTests, numFailedTestSuites, code !== 0 || numTotalTests === 0 ? 1 : 0);
}

await step('type check', bin('tsc'), ['-b']);
await step('lint', bin('eslint'), ['.']);
await step('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
await jest('unit and server tests', ['--selectProjects', 'core', 'server', 'web', '--silent']);
await ensureBuilt();
await jest('browser tests', ['--selectProjects', 'e2e', '--runInBand']);

console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exitCode = totals.failed === 0 ? 0 : 1;
