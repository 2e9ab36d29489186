/**
 * `npm test`: install what is missing, type-check, lint, then unit, server and browser tests. The last line counts;
 * type check, lint and format count as one test each.
 *
 * The browsers begin as soon as there is something to drive. What measures sound goes first wherever the machine is short, takes played by the
 * steady clock come next, then the screens, linter and format; the first two mostly wait, and when they are done the unit tests take their place.
 * All at once would cost a sixth more processor time.
 */
import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { setPriority } from 'node:os';
import { ensureBuilt } from './lib/build.mjs';
import { ensureBrowser, ensureUnpacked } from './lib/install.mjs';
import { ROOT, at } from './lib/paths.mjs';

// The browser is asked for last, so it may come while the rest is tested.
const browser = ensureBrowser();
const { compiled } = await ensureUnpacked();

const bin = (name) => at('node_modules/.bin', name);
const totals = { passed: 0, failed: 0 };
const started = Date.now();

/**
 * Runs it and shows what it said when it is over, so that two at a time do not talk into each other.
 * @param nice how much it gives way to others, as the operating system counts: 0 not at all, up to 19. What it starts itself does too; only
 * a browser that root starts sets its own.
 */
function said(name, command, args, nice = 0) {
  const begun = Date.now();
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    if (nice > 0 && child.pid) setPriority(child.pid, nice);
    const pieces = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (piece) => pieces.push(piece));
    child.on('error', reject);
    child.on('close', (code) => {
      const seconds = Math.round((Date.now() - begun) / 1000);
      console.log(`\n— ${name} (${seconds} s)\n${Buffer.concat(pieces).toString().trimEnd()}`);
      resolve(code ?? 1);
    });
  });
}

async function step(name, command, args, nice) {
  const code = await said(name, command, args, nice);
  totals[code === 0 ? 'passed' : 'failed']++;
}

async function jest(name, args, nice) {
  const results = at('node_modules', `.feldspar-${name.replaceAll(' ', '-')}.json`);
  rmSync(results, { force: true });
  const code = await said(name, bin('jest'), [...args, '--json', `--outputFile=${results}`], nice);
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

/** How much each kind gives way: little, since whatever else runs on this machine does not give way at all. */
const PLAYED = 1;
const SCREENS = 2;
const REST = 4;

// The build comes from the same compiler: it must not run while the types are checked.
const types = step('type check', bin('tsc'), ['-b']);
const built = types.then(ensureBuilt);

async function style() {
  await types;
  await step('lint', bin('oxlint'), ['-c', 'oxlint.config.mjs'], REST);
  await step('format', bin('prettier'), ['--check', '--log-level', 'warn', '.'], REST);
}

function units() {
  return jest(
    'unit and server tests',
    ['--selectProjects', 'core', 'server', 'web', '--silent', '--maxWorkers=2'],
    REST,
  );
}

async function browsers() {
  await Promise.all([compiled, built, browser]);
  const longestFirst = `--testSequencer=${at('scripts/jest/longest-first.mjs')}`;
  const screens = jest('screens', ['--selectProjects', 'screens', '--maxWorkers=2', longestFirst], SCREENS);
  await Promise.all([
    jest('sound', ['--selectProjects', 'sound', '--runInBand']),
    jest('played', ['--selectProjects', 'played', '--runInBand'], PLAYED),
  ]);
  await Promise.all([screens, units()]);
}

await Promise.all([style(), browsers()]);

console.log(`\nafter ${Math.round((Date.now() - started) / 1000)} s`);
console.log(`${totals.passed} passed, ${totals.failed} failed`);
process.exitCode = totals.failed === 0 ? 0 : 1;
