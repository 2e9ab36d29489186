/**
 * `npm run bench:lists`: pages of a log of 40 000 takes, and the weeks told by them, beside the bare SQL that reads the same rows; and that the database walks an
 * index, not the table. Figures are medians.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt } from './lib/build.mjs';
import { ensurePackages } from './lib/install.mjs';

await ensurePackages();
await ensureBuilt();
const { STEADY_PLAYER } = await import('../core/dist/players/index.js');
const { READY_PLANS } = await import('../core/dist/practice/index.js');
const { simulatedTake } = await import('../core/dist/take/index.js');
const { computeHere } = await import('../server/src/compute/measure.ts');
const { openStudio } = await import('../server/src/studio.ts');

const TAKES = 40_000;
const PLAYERS = 8;
const ROUNDS = 401;
const uuid = (n) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

const folder = mkdtempSync(join(tmpdir(), 'feldspar-bench-'));
const studio = await openStudio(folder, computeHere());
const { sequelize } = studio.database;
for (let n = 1; n <= PLAYERS; n++) await studio.players.put(uuid(n), { name: `Player ${n}`, instrument: '' });
await studio.takes.put(
  simulatedTake({
    id: uuid(900_000),
    startedAt: new Date('2026-01-01T12:00:00Z'),
    plan: READY_PLANS[3].plan,
    planId: READY_PLANS[3].id,
    playerId: uuid(1),
    traits: STEADY_PLAYER,
    seed: 1,
  }),
);
// The one measured take again and again, at other times, tempos and of other players.
const columns = (await sequelize.query('PRAGMA table_info(takes)'))[0].map(({ name }) => name);
const other = {
  id: `printf('00000000-0000-4000-8000-%012d', n)`,
  startedAt: `strftime('%Y-%m-%d %H:%M:%f +00:00', '2010-01-01', '+' || (n * 200) || ' minutes')`,
  quarterBpm: `40 + (n * 7919) % 16000 / 100.0`,
  playerId: `printf('00000000-0000-4000-8000-%012d', 1 + n % ${PLAYERS})`,
};
await sequelize.query(
  `WITH RECURSIVE counted(n) AS (SELECT 1 UNION ALL SELECT n + 1 FROM counted WHERE n < ${TAKES})
   INSERT INTO takes (${columns.join(', ')})
   SELECT ${columns.map((name) => other[name] ?? name).join(', ')} FROM takes, counted WHERE takes.id = '${uuid(900_000)}'`,
);
await sequelize.query('ANALYZE');

/** Medians of several ways, taken in turn, so that a machine that changes its speed changes it for all of them; the first rounds only warm up. */
async function mediansMs(ways, rounds = ROUNDS) {
  const times = ways.map(() => []);
  for (let round = -rounds; round < rounds; round++) {
    for (const [i, way] of ways.entries()) {
      const start = performance.now();
      await way();
      if (round >= 0) times[i].push(performance.now() - start);
    }
  }
  return times.map((of) => of.sort((a, b) => a - b)[rounds >> 1]);
}

const LISTED =
  'id, playerId, planId, startedAt, note, title, tempo, input, stopped, trueTempo, quarterBpm, summary, unmeasured, deletedAt';
const cases = [
  ['newest', { order: 'newest' }, 'deletedAt IS NULL', 'startedAt DESC, id DESC'],
  ['slowest', { order: 'slowest' }, 'deletedAt IS NULL', 'quarterBpm, id'],
  [
    'newest of one player',
    { order: 'newest', playerId: uuid(3) },
    `deletedAt IS NULL AND playerId = '${uuid(3)}'`,
    'startedAt DESC, id DESC',
  ],
  [
    'slowest of one player',
    { order: 'slowest', playerId: uuid(3) },
    `deletedAt IS NULL AND playerId = '${uuid(3)}'`,
    'quarterBpm, id',
  ],
];
console.log(`${TAKES} takes, pages of 30\n`);
for (const [name, asked, where, order] of cases) {
  const sql = `SELECT ${LISTED} FROM takes WHERE ${where} ORDER BY ${order} LIMIT 31`;
  const [bareMs, readMs, listMs] = await mediansMs([
    () => sequelize.query(sql, { raw: true }),
    async () => {
      const [rows] = await sequelize.query(sql, { raw: true });
      return rows.map(({ summary, tempo }) => [JSON.parse(summary), JSON.parse(tempo)]);
    },
    () => studio.takes.list({ limit: 30, ...asked }),
  ]);
  const [plan] = await sequelize.query(`EXPLAIN QUERY PLAN ${sql}`);
  const walked = plan.map(({ detail }) => detail).join('; ');
  console.log(
    `${name.padEnd(24)} ${listMs.toFixed(1).padStart(7)} ms   ${(listMs / bareMs).toFixed(1)} × bare SQL, ${(listMs / readMs).toFixed(1)} × with its JSON read   ${walked}`,
  );
}
// The pages at the far end of the log cost what the first one costs.
let cursor;
for (let page = 0; page < 40; page++)
  ({ nextCursor: cursor } = await studio.takes.list({ limit: 100, order: 'newest', cursor }));
const [farMs, firstMs] = await mediansMs([
  () => studio.takes.list({ limit: 30, order: 'newest', cursor }),
  () => studio.takes.list({ limit: 30, order: 'newest' }),
]);
console.log(
  `${'page after 4 000 takes'.padEnd(24)} ${farMs.toFixed(1).padStart(7)} ms   ${(farMs / firstMs).toFixed(1)} × the first page`,
);
// Weeks: what benches, paths and trends read, beside the bare SQL of the same rows.
const one = `deletedAt IS NULL AND playerId = '${uuid(3)}'`;
const year = `${one} AND startedAt >= '2024-01-01'`;
const weeks = [
  [
    'a bench: 1000 takes',
    `SELECT id, planId, title, startedAt, tempo, stopped, figures, estimator FROM takes WHERE ${one} ORDER BY startedAt DESC, id DESC LIMIT 1000`,
    () => studio.trends.practised(uuid(3), 1000),
  ],
  [
    'trends of a year',
    `SELECT planId, title, startedAt, quarterBpm, figures, estimator FROM takes WHERE ${year} ORDER BY startedAt DESC, id DESC`,
    () => studio.trends.trends({ player: uuid(3), from: '2024-01-01', zone: 'Europe/Oslo' }),
  ],
  [
    'trends of one player',
    `SELECT planId, title, startedAt, quarterBpm, figures, estimator FROM takes WHERE ${one} ORDER BY startedAt DESC, id DESC`,
    () => studio.trends.trends({ player: uuid(3), zone: 'Europe/Oslo' }),
  ],
  [
    'trends of everybody',
    'SELECT planId, title, startedAt, quarterBpm, figures, estimator FROM takes WHERE deletedAt IS NULL ORDER BY startedAt DESC, id DESC',
    () => studio.trends.trends({ zone: 'Europe/Oslo' }),
  ],
];
console.log('');
for (const [name, sql, work] of weeks) {
  const [bareMs, ownMs] = await mediansMs([() => sequelize.query(sql, { raw: true }), work], 9);
  const [plan] = await sequelize.query(`EXPLAIN QUERY PLAN ${sql}`);
  console.log(
    `${name.padEnd(24)} ${ownMs.toFixed(1).padStart(7)} ms   ${(ownMs / bareMs).toFixed(1)} × bare SQL   ${plan.map(({ detail }) => detail).join('; ')}`,
  );
}
await studio.close();
rmSync(folder, { recursive: true, force: true });
