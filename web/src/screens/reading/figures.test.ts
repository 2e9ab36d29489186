import { compile } from '@feldspar/core/plan';
import { STEADY_PLAYER, simulate } from '@feldspar/core/players';
import { READY_PLANS } from '@feldspar/core/practice';
import { measure } from '@feldspar/core/timing';
import { figureRows } from './figure-rows.ts';
import { intervalsCsv } from '../../files/intervals-csv.ts';

const timeline = compile(READY_PLANS[3].plan);
const report = measure(timeline, simulate(timeline, { ...STEADY_PLAYER, tempoPercent: 1.5 }, 4));

it('every figure has its meaning, and either a value or the reason why there is none', () => {
  const rows = figureRows(report);
  expect(rows.length).toBeGreaterThan(10);
  for (const { name, value, meaning, why } of rows) {
    expect(meaning).not.toBe('');
    expect([name, value ?? why]).not.toEqual([name, undefined]);
  }
  const said = Object.fromEntries(rows.map(({ name, value, why }) => [name, value ?? why]));
  expect(said['Tempo when alone']).toMatch(/% fast, between .* and .* fast$/);
  expect(said['Two limbs together']).toBe('the plan has one line to play');
  expect(said['Holding 30 ms']).toMatch(/beats? \(\d+ to \d+\)$/);
});

it('two limbs before one microphone: how often they were one sound', () => {
  const { plan } = READY_PLANS[0];
  const play = [
    { every: '1/4', voice: 'hand' },
    { every: '1/4', voice: 'foot' },
  ];
  const two = compile({ ...plan, countIn: undefined, sections: [{ ...plan.sections[0], play }] });
  const hands = two.targets.filter(({ voice }) => voice === 'hand');
  const hits = hands.flatMap(({ timeS }, i) =>
    i % 2 === 0 ? [{ timeS }] : [{ timeS }, { timeS: timeS + 0.05 }],
  );
  const rows = figureRows(measure(two, hits, { tellsApartMs: 45 }));
  expect(rows.find(({ name }) => name === 'Two limbs together')!.value).toBe(
    '50 % one sound to the microphone, the others 50.0 ms apart',
  );
});

it('a take that says nothing still has rows, with reasons', () => {
  for (const { value, why } of figureRows(measure(timeline, []))) {
    expect(value).toBeNull();
    expect(why).toBeTruthy();
  }
});

it('the intervals as CSV: one row a hit that met its target, with what was written', () => {
  const straight = compile({ ...READY_PLANS[0].plan, countIn: undefined });
  const hits = straight.targets.slice(0, 3).map(({ timeS }, i) => ({ timeS: timeS + 0.01 * i }));
  const [header, ...rows] = intervalsCsv(straight, measure(straight, hits)).trimEnd().split('\r\n');
  expect(header).toBe('bar,position,line,target s,hit s,asynchrony ms,interval ms,written interval ms');
  expect(rows).toEqual([
    '1,0,hand,0,0,0,,',
    '1,1/4,hand,0.789474,0.799474,10,799.474,789.474',
    '1,1/2,hand,1.578947,1.598947,20,799.474,789.474',
  ]);
});

it('a line’s name that would break the table is quoted', () => {
  const { plan } = READY_PLANS[0];
  const odd = compile({
    ...plan,
    countIn: undefined,
    sections: [{ ...plan.sections[0], play: [{ every: '1/4', voice: 'left, "soft"' }] }],
  });
  const text = intervalsCsv(odd, measure(odd, [{ timeS: 0 }, { timeS: 0.79 }]));
  expect(text).toContain('1,0,"left, ""soft""",0,0');
});
