/** Installs what is missing: the packages of the lockfile, and for tests Chromium with its driver. */
import { spawnSync } from 'node:child_process';
import { at } from './paths.mjs';
import { must, run } from './run.mjs';
import { hashOf, isStamped, writeStamp } from './stamp.mjs';

export async function ensurePackages() {
  await (
    await ensureUnpacked()
  ).compiled;
}

/**
 * The packages lie there; what of them is compiled, SQLite above all, is not yet.
 * @returns `compiled`, which resolves when everything can be run.
 */
export async function ensureUnpacked() {
  const stamp = at('node_modules', '.feldspar-install');
  const hash = hashOf([at('package-lock.json')], process.version);
  if (isStamped(stamp, hash)) return { compiled: Promise.resolve() };
  console.log('Installing packages. SQLite is compiled on the way: a minute or three without output.');
  const quiet = ['--no-audit', '--no-fund', '--loglevel=error'];
  await must('Installing packages', 'npm', ['ci', '--ignore-scripts', ...quiet]);
  return { compiled: compile() };

  async function compile() {
    // Light optimisation: the database is never what one waits for, its compiler is.
    const env = {
      JOBS: 'max',
      CFLAGS: process.env.CFLAGS ?? '-O1',
      CXXFLAGS: process.env.CXXFLAGS ?? '-O1',
    };
    await must('Compiling packages', 'npm', ['rebuild', ...quiet], { env });
    writeStamp(stamp, hash);
  }
}

const works = (command) => spawnSync(command, ['--version'], { stdio: 'ignore' }).status === 0;

const NEEDED = ['chromium', 'chromium-driver'];
/** It drives the screens with less work where a distribution has it; elsewhere Chromium itself does. */
const WELCOME = 'chromium-headless-shell';

export async function ensureBrowser() {
  const { CHROMIUM, CHROMEDRIVER } = process.env;
  const isThere = works(CHROMIUM ?? 'chromium') && works(CHROMEDRIVER ?? 'chromedriver');
  if (isThere && (CHROMIUM !== undefined || works(WELCOME))) return;
  const mayInstall = process.getuid?.() === 0 && works('apt-get');
  if (!mayInstall && isThere) return;
  if (!mayInstall) {
    console.error(
      'The browser tests need Chromium and ChromeDriver. Install them, for example:\n' +
        `  sudo apt-get install ${NEEDED.join(' ')} ${WELCOME}\nand run the tests again.`,
    );
    process.exit(1);
  }
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  const install = (packages) => ['install', '-y', '-qq', '--no-install-recommends', ...packages];
  const listed = await run('apt-get', ['update', '-qq'], { env });
  if (!isThere) {
    console.log('Installing Chromium and ChromeDriver.');
    await must('Installing Chromium', 'apt-get', install(NEEDED), { env });
  }
  const code = listed === 0 ? await run('apt-get', install([WELCOME]), { env }) : listed;
  if (code !== 0)
    console.log(`${WELCOME} could not be installed: the screens are driven in Chromium itself.`);
}
