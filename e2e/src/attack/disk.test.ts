/**
 * The real server on a disk that is full, or that cannot be written: it says so in two lines, changes nothing, and goes on when
 * there is room again. The disks are small ones in memory, which only an administrator may make; others get the same cases of
 * the errors themselves (server/src/folder).
 */
import { execFileSync, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, readdirSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { STEADY_PLAYER } from '@feldspar/core/players';
import { READY_PLANS } from '@feldspar/core/practice';
import { simulatedTake } from '@feldspar/core/take';
import { App } from '../driver/app.ts';

const isMountable = (() => {
  const folder = mkdtempSync(join(tmpdir(), 'feldspar-disk-'));
  try {
    mountDisk(folder, '1m');
    execFileSync('umount', [folder]);
    return true;
  } catch {
    return false;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
})();
const onDisks = isMountable ? it : it.skip;

function mountDisk(folder: string, size: string): void {
  execFileSync('mount', ['-t', 'tmpfs', '-o', `size=${size}`, 'tmpfs', folder], { stdio: 'ignore' });
}

const BALLAST = 'ballast';
/** To the last block. */
function fill(folder: string): void {
  const { bavail, bsize } = statfsSync(folder);
  writeFileSync(join(folder, BALLAST), Buffer.alloc(bavail * bsize, 1));
}

const contents = (folder: string) =>
  readdirSync(folder)
    .filter((name) => /^(feldspar\.sqlite|studio\.json)$/.test(name))
    .map(
      (name) =>
        `${name} ${createHash('sha256')
          .update(readFileSync(join(folder, name)))
          .digest('hex')}`,
    );

/** What a start says that is refused. */
function refusal({ folder, port }: App): Promise<{ code: number | null; said: string }> {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, ['server/dist/main.js'], {
      env: { ...process.env, PORT: String(port), FELDSPAR_DATA: folder },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let said = '';
    child.stderr.on('data', (text: Buffer) => (said += text.toString()));
    // Should it start after all, it is not left running.
    child.stdout.on('data', (text: Buffer) => text.toString().includes('Feldspar is at') && child.kill());
    child.on('close', (code) => resolve({ code, said }));
  });
}

const { plan, id: planId } = READY_PLANS[3];
const takeOf = (n: number) =>
  simulatedTake({
    id: crypto.randomUUID(),
    startedAt: new Date(Date.UTC(2026, 4, 1) + n * 60_000),
    plan,
    planId,
    playerId: null,
    traits: STEADY_PLAYER,
    seed: n,
  });

const put = (app: App, n: number) => {
  const take = takeOf(n);
  const headers = { 'Content-Type': 'application/json' };
  return fetch(`${app.url}/api/takes/${take.id}`, { method: 'PUT', headers, body: JSON.stringify(take) });
};
const count = async (app: App) => {
  const answer = await fetch(`${app.url}/api/takes?limit=100`);
  return ((await answer.json()) as { items: unknown[] }).items.length;
};

describe('a disk of its own', () => {
  let app: App;
  beforeEach(async () => {
    app = await App.prepared();
    if (isMountable) mountDisk(app.folder, '8m');
  });
  afterEach(async () => {
    await app.stop();
    if (isMountable) execFileSync('umount', [app.folder]);
    await app.remove();
  });

  onDisks('that is full at the first start is said to be, and serves when there is room', async () => {
    fill(app.folder);
    const { code, said } = await refusal(app);
    expect([code, said]).toEqual([
      1,
      expect.stringMatching(/^There is no room left on the disk.*\nMake room/),
    ]);
    rmSync(join(app.folder, BALLAST));
    await app.run();
    expect(await count(app)).toBe(0);
  });

  onDisks(
    'that fills up while it runs: the take is refused with 507, read and kept when there is room',
    async () => {
      await app.run();
      expect((await put(app, 1)).status).toBe(201);
      fill(app.folder);
      const refused = await put(app, 2);
      const problem = (await refused.json()) as { detail: string };
      expect([refused.status, problem.detail]).toEqual([507, expect.stringMatching(/Make room/)]);
      expect(await count(app)).toBe(1);
      await app.stop();
      // Full at the start: what was there is not touched.
      const before = contents(app.folder);
      const { said } = await refusal(app);
      expect(said).toMatch(/^$|no room left/);
      expect(contents(app.folder)).toEqual(before);
      rmSync(join(app.folder, BALLAST));
      await app.run();
      expect(await count(app)).toBe(1);
      expect((await put(app, 2)).status).toBe(201);
    },
  );

  onDisks('that cannot be written is said to be, and nothing is changed', async () => {
    await app.run();
    expect((await put(app, 1)).status).toBe(201);
    await app.stop();
    const before = contents(app.folder);
    execFileSync('mount', ['-o', 'remount,ro', app.folder]);
    const { code, said } = await refusal(app);
    expect([code, said]).toEqual([
      1,
      expect.stringMatching(/^The data folder cannot be written.*\nGive yourself the right/),
    ]);
    expect(contents(app.folder)).toEqual(before);
    execFileSync('mount', ['-o', 'remount,rw', app.folder]);
    await app.run();
    expect(await count(app)).toBe(1);
  });
});
