/** Installs what is missing: the packages of the lockfile, and for tests Chromium with its driver. */
import { spawnSync } from 'node:child_process';
import { at } from './paths.mjs';
import { must } from './run.mjs';
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

export async function ensureBrowser() {
  if (works(process.env.CHROMIUM ?? 'chromium') && works(process.env.CHROMEDRIVER ?? 'chromedriver')) return;
  const isRoot = process.getuid?.() === 0;
  if (!isRoot || !works('apt-get')) {
    console.error(
      'The browser tests need Chromium and ChromeDriver. Install them, for example:\n' +
        '  sudo apt-get install chromium chromium-driver\nand run the tests again.',
    );
    process.exit(1);
  }
  console.log('Installing Chromium and ChromeDriver.');
  const env = { DEBIAN_FRONTEND: 'noninteractive' };
  await must('Reading the package lists', 'apt-get', ['update', '-qq'], { env });
  const packages = ['chromium', 'chromium-driver'];
  await must(
    'Installing Chromium',
    'apt-get',
    ['install', '-y', '-qq', '--no-install-recommends', ...packages],
    { env },
  );
}
