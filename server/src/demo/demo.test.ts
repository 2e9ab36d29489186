import { type Service, startService } from '../testing/service.ts';
import { makeDemo } from './demo.ts';

let service: Service;
beforeAll(async () => {
  service = await startService();
});
afterAll(() => service.remove());

it('makes a full studio, all of it labelled as simulated, and making it twice adds nothing', async () => {
  const now = new Date('2026-06-15T10:00:00.000Z');
  const made = await makeDemo(service, now, () => undefined);
  await makeDemo(service, now, () => undefined);
  const players = await service.players.list();
  expect(players).toHaveLength(8);
  const { takes } = service.database.models;
  expect(await takes.count()).toBe(made);
  const rows = await takes.findAll();
  expect(rows.every((row) => row.document.input === 'simulated' && row.document.simulated !== null)).toBe(
    true,
  );
  const verdicts = new Set(rows.map((row) => row.summary?.verdict));
  expect([...verdicts].sort()).toEqual(['dragging', 'rushing', 'steady', 'unclear']);
  const oldest = Math.min(...rows.map((row) => row.startedAt.getTime()));
  const days = (now.getTime() - oldest) / 86_400_000;
  expect(days).toBeGreaterThan(80);
  expect(days).toBeLessThan(95);
}, 60_000);
