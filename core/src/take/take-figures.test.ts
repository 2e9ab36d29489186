import { STEADY_PLAYER } from '../players/index.ts';
import { READY_PLANS } from '../practice/index.ts';
import { figuresOf, measureTake, simulatedTake, takeFiguresSchema } from './index.ts';

const [EVERY_BEAT, , , GROWING] = READY_PLANS;
const figures = ({ id, plan }: (typeof READY_PLANS)[number]) => {
  const take = simulatedTake({
    ...{ id: crypto.randomUUID(), plan, planId: id, playerId: null },
    startedAt: new Date(0),
    traits: { ...STEADY_PLAYER, tempoPercent: 1 },
    seed: 5,
  });
  const measured = measureTake(take);
  return { figures: figuresOf(measured), report: measured.report };
};

it('are the report’s own, small; the time played runs from the first note to the end', () => {
  const { figures: told, report } = figures(GROWING);
  expect(takeFiguresSchema.parse(told)).toEqual(told);
  expect(JSON.stringify(told).length).toBeLessThan(500);
  // Twenty bars of four at 84.
  expect(told.playedS).toBeCloseTo((20 * 4 * 60) / 84, 1);
  const returns = report.gaps.flatMap(({ returnErrorMs }) => returnErrorMs ?? []);
  expect(told.returns).toBe(returns.length);
  expect(told.returnMs).toBeCloseTo(returns.reduce((a, b) => a + b, 0) / returns.length, 1);
  expect(told).toMatchObject({ holdBeats: report.holdBeats.beats, trials: report.trials });
});

it('where the click never leaves there is no return', () => {
  expect(figures(EVERY_BEAT).figures).toMatchObject({ returnMs: null, returns: 0 });
});
