import { tempo } from '../time/index.ts';
import { plan as planOf } from '../testing/plans.ts';
import { recordOf } from '../testing/records.ts';
import { compile } from './compile.ts';
import { planFacts } from './facts.ts';
import { planTempo, withTempo } from './retempo.ts';
import { type Plan, type Section, planSchema } from './schema.ts';
import { timeInBar } from './time-in-bar.ts';

/** Quarters that get quicker and quicker, two beats before the first one. */
const quickens = (beat: number) => 1 + beat * 0.6 - beat * beat * 0.001;
const RECORD = recordOf(42, quickens, { bars: [{ beat: 2, beats: 4, unit: '1/4' }] });

function onIt(change: Partial<Section>, record = RECORD): Plan {
  return {
    ...planOf({ bars: 4, clicks: [], play: [{ every: '1/8' }], record: { fromBar: 2 }, ...change }),
    record,
  };
}
const closeTo = (values: number[], wanted: number[]) =>
  expect(values.map((value, i) => Math.abs(value - wanted[i]) < 1e-9)).toEqual(wanted.map(() => true));

it('a section takes its time from the beat map: bars, targets between the beats', () => {
  const timeline = compile(onIt({}));
  const start = quickens(6);
  const beat = (n: number) => quickens(6 + n) - start;
  closeTo(
    timeline.bars.map(({ startS }) => startS),
    [0, 4, 8, 12].map(beat),
  );
  closeTo(
    timeline.targets.slice(0, 4).map(({ timeS }) => timeS),
    [0, (beat(0) + beat(1)) / 2, beat(1), (beat(1) + beat(2)) / 2],
  );
  expect(timeline.record?.stretches).toHaveLength(1);
  expect(timeline.record?.stretches[0].recordS).toBeCloseTo(start, 9);
  expect(timeline.record?.stretches[0].toS).toBeCloseTo(timeline.endS, 9);
  // Of clicks nothing sounds.
  expect(planFacts(timeline).clicks).toBe(0);
});

it('half the speed: everything twice as late, the record’s own seconds the same', () => {
  const [whole, half] = [compile(onIt({})), compile(onIt({}, { ...RECORD, speed: 0.5 }))];
  closeTo(
    half.targets.map(({ timeS }) => timeS),
    whole.targets.map(({ timeS }) => 2 * timeS),
  );
  expect(half.record?.speed).toBe(0.5);
  expect(half.record?.stretches[0].recordS).toBe(whole.record?.stretches[0].recordS);
});

describe('silence takes', () => {
  const clicks = [{ every: '1/4' }];
  const silence = { bars: 'xoxo' } as const;
  const heard = (plan: Plan) => {
    const timeline = compile(plan);
    const sounds = (record: boolean) =>
      timeline.bars.map((_, bar) =>
        timeline.clicks.some((c) => c.bar === bar && c.sounding && (c.record === true) === record)
          ? 'x'
          : 'o',
      );
    return {
      clicks: sounds(false).join(''),
      record: sounds(true).join(''),
      alone: timeline.bars.map(({ silent }) => (silent ? 'o' : 'x')).join(''),
      stretches: timeline.record?.stretches.length,
    };
  };
  it.each([
    [undefined, clicks, { clicks: 'xoxo', record: 'xoxo', alone: 'xoxo', stretches: 2 }],
    ['both', clicks, { clicks: 'xoxo', record: 'xoxo', alone: 'xoxo', stretches: 2 }],
    ['record', clicks, { clicks: 'xxxx', record: 'xoxo', alone: 'xxxx', stretches: 2 }],
    ['clicks', clicks, { clicks: 'xoxo', record: 'xxxx', alone: 'xxxx', stretches: 1 }],
    ['record', [], { clicks: 'oooo', record: 'xoxo', alone: 'xoxo', stretches: 2 }],
  ] as const)('%s, where %j sound', (takes, layers, wanted) => {
    expect(
      heard(onIt({ clicks: [...layers], silence: { ...silence, ...(takes ? { takes } : {}) } })),
    ).toEqual(wanted);
  });
  it('is nothing new to a plan without a record', () => {
    const section = { ...onIt({ clicks: [...clicks], silence }).sections[0] };
    delete section.record;
    const plan = planOf(section);
    expect(compile(plan).clicks.filter(({ sounding }) => sounding)).toHaveLength(8);
  });
});

it('sections that follow each other on the record are one stretch; a part again is another', () => {
  const part = (fromBar: number): Partial<Section> => ({
    ...{ bars: 2, clicks: [], play: [], record: { fromBar } },
  });
  const stretchesOf = (...bars: number[]) =>
    compile({ ...planOf(...bars.map(part)), record: RECORD }).record?.stretches;
  expect(stretchesOf(1, 3, 5)).toHaveLength(1);
  const [first, again] = stretchesOf(1, 1)!;
  expect(again.recordS).toBe(first.recordS);
  expect(again.fromS).toBeCloseTo(first.toS, 9);
});

it('a record that keeps its tempo needs no map: it begins where it is said, in the section’s own tempo', () => {
  const timeline = compile(onIt({ record: { atS: 12.5 }, tempo: { bpm: 90, beat: '1/4' } }));
  expect(timeline.targets[2].timeS).toBeCloseTo(60 / 90, 9);
  expect(timeline.record?.stretches).toEqual([{ fromS: 0, toS: timeline.endS, recordS: 12.5 }]);
});

it('counts in at the tempo of the record’s first bar', () => {
  const timeline = compile({ ...onIt({}), countIn: { bars: 1 } });
  const bar = quickens(10) - quickens(6);
  expect(timeline.bars[1].startS).toBeCloseTo(bar, 9);
  expect(timeline.clicks.slice(0, 4).every(({ record }) => !record)).toBe(true);
  expect(timeline.record?.stretches[0].fromS).toBeCloseTo(bar, 9);
});

it('inside a bar a MIDI clock follows the record', () => {
  const plan = onIt({});
  const { bars } = compile(plan);
  expect(timeInBar(plan, bars, 1)(0.25)).toBeCloseTo(quickens(11) - quickens(6), 9);
});

it('another tempo is another speed, as far as a record goes', () => {
  const plan = onIt({ tempo: { bpm: 100, beat: '1/4' } });
  const at = (bpm: number) => withTempo(plan, tempo(bpm, '1/4'));
  expect(at(80).record?.speed).toBe(0.8);
  expect(planTempo(at(80)).bpm.valueOf()).toBe(80);
  expect(at(20).record?.speed).toBe(0.5);
  expect(planTempo(at(20)).bpm.valueOf()).toBe(50);
  expect(planTempo(at(300)).bpm.valueOf()).toBe(120);
});

it.each<[string, Partial<Section>, RegExp]>([
  ['bars that the record does not have', { record: { fromBar: 8 } }, /record has 10 bars; bars 8 to 11/],
  ['another meter', { meter: { beats: 3, unit: '1/4' } }, /bar 2 of the record has 4 beats of 1\/4/],
])('refuses %s, and says where', (_, change, message) => {
  expect(() => compile(onIt(change))).toThrow(message);
});

it('refuses a section on no record, beats that go backwards, and both ways of lying on it', () => {
  const without = onIt({});
  delete without.record;
  expect(() => compile(without)).toThrow(/the plan has no record/);
  const problem = (plan: unknown) => planSchema.safeParse(plan).error?.issues[0].message;
  expect(problem({ ...onIt({}), record: { ...RECORD, beats: [1, 2, 1.5] } })).toMatch(
    /must follow each other/,
  );
  expect(problem(onIt({ record: { fromBar: 1, atS: 2 } }))).toMatch(/exactly one of/);
  expect(problem({ ...onIt({}), record: { ...RECORD, speed: 2 } })).toMatch(/0.5 to 1.2/);
});
