import { spawn } from 'node:child_process';
import { ROOT } from './paths.mjs';

/** Runs a command with its output shown. @returns its exit code. */
export function run(command, args, { env = {}, cwd = ROOT } = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { cwd, stdio: 'inherit', env: { ...process.env, ...env } });
    child.on('error', reject);
    child.on('exit', (code, signal) => resolve(code ?? (signal ? 1 : 0)));
  });
}

/** The same, but any exit code other than 0 ends this script with a word on what failed. */
export async function must(what, command, args, options) {
  const code = await run(command, args, options);
  if (code !== 0) {
    process.stderr.write(`\n${what} failed (${command} ${args.join(' ')}, exit ${code}).\n`);
    process.exit(code);
  }
}
