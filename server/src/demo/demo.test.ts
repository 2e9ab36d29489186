import { type PastTake, READY_PATHS, standingOn, suggest } from '@feldspar/core/paths';
import { familyOf } from '@feldspar/core/practice';
import { type Service, startService } from '../testing/service.ts';
import { makeDemo } from './demo.ts';
import { PEOPLE } from './people.ts';

const NOW = new Date('2026-06-15T10:00:00.000Z');
let service: Service;
let made = 0;
beforeAll(async () => {
  service = await startService();
  made = await makeDemo(service, NOW);
}, 120_000);
afterAll(() => service.remove());

it('makes a full studio, all of it labelled as simulated', async () => {
  expect(await service.players.list()).toHaveLength(8);
  const rows = await service.database.models.takes.findAll();
  expect(rows).toHaveLength(made);
  expect(rows.every(({ document }) => document.input === 'simulated' && document.simulated !== null)).toBe(
    true,
  );
  const verdicts = new Set(rows.map((row) => row.summary?.verdict));
  expect(verdicts).toEqual(new Set(['dragging', 'rushing', 'steady', 'unclear']));
  const oldest = Math.min(...rows.map((row) => row.startedAt.getTime()));
  const days = (NOW.getTime() - oldest) / 86_400_000;
  expect(days).toBeGreaterThan(80);
  expect(days).toBeLessThan(95);
  const families = new Set(rows.map(({ planId }) => familyOf(planId!)?.number));
  expect(families.size).toBeGreaterThan(12);
});

/** Where one of them stands, told by the takes as anybody's. */
async function stands(name: string) {
  const person = PEOPLE.find((one) => one.name === name)!;
  const player = (await service.players.list()).find((one) => one.name === name)!;
  const takes = await service.trends.practised(player.id, 400);
  const past = takes.map(({ planId, tempo, startedAt, figures }): PastTake => ({
    ...{ planId, tempo, figures },
    day: startedAt.slice(0, 10),
  }));
  const { path } = READY_PATHS.find((ready) => ready.path.title === person.path)!;
  return { past, path, standing: standingOn(path, past), suggestion: suggest(past, null, path) };
}

it('one is promoted, step after step', async () => {
  expect((await stands('Ottilie Brandt')).standing.held).toBeGreaterThanOrEqual(3);
});

it('one is stuck: takes enough, no step for a month', async () => {
  const { standing, past } = await stands('Hana Wells');
  const last = standing.steps
    .flatMap(({ heldSince }) => heldSince ?? [])
    .sort()
    .at(-1)!;
  expect(past.filter(({ day }) => day > last).length).toBeGreaterThan(8);
  expect((NOW.getTime() - Date.parse(last)) / 86_400_000).toBeGreaterThan(28);
});

it('one hurries where it is slow, and holds where it is not', async () => {
  const { past } = await stands('Mateo Quill');
  const share = (of: PastTake[]) => {
    const trials = of.flatMap(({ figures }) => figures?.trials ?? []).filter(({ why }) => why === undefined);
    const early = trials.reduce((sum, one) => sum + one.early, 0);
    return (
      early /
      Math.max(
        1,
        trials.reduce((sum, one) => sum + one.good + one.early + one.late + one.uneven, 0),
      )
    );
  };
  const isSlow = ({ tempo }: PastTake) => Number(tempo.bpm) < 96;
  expect(share(past.filter(isSlow))).toBeGreaterThan(0.3);
  expect(share(past.filter((take) => !isSlow(take)))).toBeLessThan(0.15);
});

it('one came back after a pause of weeks, one has begun', async () => {
  const days = (await stands('Tomasz Vale')).past.map(({ day }) => Date.parse(day) / 86_400_000);
  expect(Math.max(...days.slice(1).map((day, i) => days[i] - day))).toBeGreaterThan(30);
  const { past, standing } = await stands('Caspar Dunn');
  expect(past.length).toBeGreaterThan(8);
  expect(standing.held).toBeGreaterThan(0);
  expect(standing.present).not.toBeNull();
});

it('made twice, it adds nothing', async () => {
  expect(await makeDemo(service, NOW)).toBe(made);
  expect(await service.database.models.takes.count()).toBe(made);
}, 120_000);
