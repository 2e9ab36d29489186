/**
 * The first thing the server does is to listen for its end: SIGTERM, SIGINT (Ctrl+C) and SIGHUP (the terminal closes) are
 * answered from here on, however far the start has come. Only then is the rest loaded.
 */
import { readFileSync } from 'node:fs';

const ending = new AbortController();
for (const signal of ['SIGTERM', 'SIGINT', 'SIGHUP'] as const) {
  process.on(signal, () => {
    // Asked twice: somebody is in a hurry. What is written is safe.
    if (ending.signal.aborted) process.exit(1);
    ending.abort();
  });
}
followNpm();

/** Started by npm: when npm is gone, however it went, nobody would stop this process any more, and it would hold the port. */
function followNpm(): void {
  if (!process.env.npm_lifecycle_event) return;
  const parent = process.ppid;
  const { name, parent: above } = whoIs(parent);
  // npm starts a shell, which may stay between the two.
  const isShell = /^(sh|dash|bash)$/.test(name);
  setInterval(() => {
    if (process.ppid !== parent || (isShell && whoIs(parent).parent !== above)) ending.abort();
  }, 1000).unref();
}

/** Of a process, where the system tells (Linux): its name and its parent. */
function whoIs(pid: number): { name: string; parent: number | null } {
  try {
    const [, name = '', parent] = /\((.*)\) \S+ (\d+)/.exec(readFileSync(`/proc/${pid}/stat`, 'utf8'))!;
    return { name, parent: Number(parent) };
  } catch {
    return { name: '', parent: null };
  }
}

const { serve } = await import('./serve.ts');
process.exitCode = await serve(ending.signal);
// Whatever a library left open keeps nobody waiting; everything of ours is closed.
process.exit();
