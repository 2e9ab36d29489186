import type { BeatMap } from '../beat-map/index.ts';
import { compile, planSchema } from '../plan/index.ts';
import { tempo } from '../time/index.ts';
import { stepsPlan } from './steps-plan.ts';
import { thinningsFor } from './thinning.ts';
import { type AlongChoice, ALONG_NOTES, ALONG_WAYS, playAlongPlan } from './record-plans.ts';

const WANDERS: BeatMap = {
  beats: Array.from({ length: 133 }, (_, i) => Number((0.8 + 0.56 * i + 0.3 * Math.sin(i / 12)).toFixed(6))),
  bars: [{ beat: 1, beats: 4, unit: '1/4' }],
  parts: [
    { name: 'intro', fromBar: 1, bars: 4 },
    { name: 'verse', fromBar: 5, bars: 16 },
  ],
};
const STEADY: BeatMap = { ...WANDERS, beats: Array.from({ length: 133 }, (_, i) => 0.8 + 0.5 * i) };

const choice = (change: Partial<AlongChoice> = {}): AlongChoice => ({
  ...{ recordingId: '5b1f3c1e-5d0e-4a39-9a57-3d1f6f7b2c10', name: 'A record', map: WANDERS },
  ...{ fromBar: 1, bars: 32, way: 'two of eight', notes: 'beats', takes: 'both', withClick: false },
  ...change,
});

it('every way with every line is a plan that can be played, on a record that wanders and on one that does not', () => {
  for (const way of ALONG_WAYS)
    for (const notes of ALONG_NOTES)
      for (const map of [WANDERS, STEADY]) {
        const plan = planSchema.parse(playAlongPlan(choice({ way, notes, map })));
        const { record, targets, endS } = compile(plan);
        expect(record!.stretches.length).toBeGreaterThan(0);
        expect(targets.length).toBeGreaterThan(0);
        expect(endS).toBeGreaterThan(60);
      }
});

it('parts of the record are sections, with their names and their own silences', () => {
  const { sections } = playAlongPlan(choice());
  expect(sections.map(({ name, bars, record }) => [name, bars, record])).toEqual([
    ['intro', 4, { fromBar: 1 }],
    ['verse', 28, { fromBar: 5 }],
  ]);
  const some = playAlongPlan(choice({ fromBar: 7, bars: 8 }));
  expect(some.sections.map(({ name, bars, record }) => [name, bars, record])).toEqual([
    ['verse', 8, { fromBar: 7 }],
  ]);
});

it('a record that keeps its tempo gets that tempo, and begins where its bar does', () => {
  const { sections } = playAlongPlan(choice({ map: { ...STEADY, parts: [] }, fromBar: 3, bars: 8 }));
  expect(sections[0].tempo).toEqual({ bpm: 120, beat: '1/4' });
  expect(sections[0].record).toEqual({ atS: 5.3 });
});

it('silence takes the record alone where a click goes on', () => {
  const plan = playAlongPlan(choice({ withClick: true, takes: 'record', way: 'growing silence' }));
  const { clicks } = compile(plan);
  expect(clicks.filter(({ record, sounding }) => !record && !sounding)).toEqual([]);
  expect(clicks.some(({ record, sounding }) => record && !sounding)).toBe(true);
});

it('whoever joins in listens for eight bars', () => {
  const { sections } = playAlongPlan(choice({ map: { ...WANDERS, parts: [] }, way: 'joining in' }));
  const { targets, bars } = compile(
    playAlongPlan(choice({ map: { ...WANDERS, parts: [] }, way: 'joining in' })),
  );
  expect(sections).toHaveLength(1);
  expect(bars[targets[0].bar].number).toBe(9);
});

it('a part that is looped comes round on the same bars of the record', () => {
  const plan = playAlongPlan(choice({ fromBar: 5, bars: 4, times: 3, way: 'with it' }));
  const { record } = compile(plan);
  const starts = record!.stretches.map(({ recordS }) => recordS);
  expect(starts).toEqual([starts[0], starts[0], starts[0]]);
});

it('is made harder by growing silences, within the bars that the record has', () => {
  const plan = playAlongPlan(choice({ map: { ...WANDERS, parts: [] }, fromBar: 20, bars: 4 }));
  const [harder, ...others] = thinningsFor(plan);
  expect(others).toEqual([]);
  const made = harder.apply(plan, 6);
  expect(made.sections[0].bars).toBe(14);
  expect(compile(made).bars.some(({ silent }) => silent)).toBe(true);
  expect(() => stepsPlan(plan, [tempo(80, '1/4')])).toThrow(/played at one speed/);
});

it('refuses bars that the record does not have', () => {
  expect(() => playAlongPlan(choice({ fromBar: 40 }))).toThrow(/The record has 33 bars/);
});
