import fc from 'fast-check';
import { parseFraction, secondsOf, tempo } from '../time/index.ts';
import { plan, withCountIn } from '../testing/plans.ts';
import {
  PlanError,
  type PlayLine,
  type Section,
  type Silence,
  barIndexAt,
  beatOf,
  compile,
  planFacts,
  planTempo,
  withTempo,
} from './index.ts';

/** "bar:position" of every click or target of a timeline. */
const where = (timeline: ReturnType<typeof compile>, list: 'clicks' | 'targets') =>
  timeline[list].map((event) => `${timeline.bars[event.bar].number}:${event.position.toFraction()}`);

describe('positions of click layers (hand-worked fractions; common practice, no source)', () => {
  it.each([
    ['backbeat', { at: ['1/4', '3/4'] }, 2, ['1:1/4', '1:3/4', '2:1/4', '2:3/4']],
    ['the and of 2', { at: ['3/8'] }, 2, ['1:3/8', '2:3/8']],
    ['third triplet partial of beat 4', { at: ['11/12'] }, 2, ['1:11/12', '2:11/12']],
    ['positions out of order', { at: ['3/4', '1/4', '2/8'] }, 1, ['1:1/4', '1:3/4']],
    ['quarters', { every: '1/4' }, 1, ['1:0', '1:1/4', '1:1/2', '1:3/4']],
    ['off-beat eighths', { every: '1/4', from: '1/8' }, 1, ['1:1/8', '1:3/8', '1:5/8', '1:7/8']],
    ['last sixteenths', { every: '1/4', from: '3/16' }, 1, ['1:3/16', '1:7/16', '1:11/16', '1:15/16']],
    ['once in two bars', { every: '2' }, 4, ['1:0', '3:0']],
    [
      'dotted quarters across the barline',
      { every: '3/8' },
      3,
      ['1:0', '1:3/8', '1:3/4', '2:1/8', '2:1/2', '2:7/8', '3:1/4', '3:5/8'],
    ],
    [
      'offset quarter triplets',
      { every: '1/6', from: '1/12' },
      1,
      ['1:1/12', '1:1/4', '1:5/12', '1:7/12', '1:3/4', '1:11/12'],
    ],
    [
      'every five quarters: 1, then 2, 3, 4, then 1 again',
      { every: '5/4' },
      6,
      ['1:0', '2:1/4', '3:1/2', '4:3/4', '6:0'],
    ],
  ])('%s', (_, layer, bars, expected) => {
    expect(where(compile(plan({ bars, clicks: [layer] })), 'clicks')).toEqual(expected);
  });

  it('targets follow the same rules, and their lengths reach to the next one or the end', () => {
    const timeline = compile(plan({ bars: 1, play: [{ at: ['0', '3/8'] }] }));
    expect(where(timeline, 'targets')).toEqual(['1:0', '1:3/8']);
    expect(timeline.targets.map((t) => t.lengthS)).toEqual([
      expect.closeTo(0.9, 12),
      expect.closeTo(1.5, 12),
    ]);
  });

  it('a line may play only some bars (joining in, stop time)', () => {
    const timeline = compile(plan({ bars: 4, play: [{ every: '1/2', from: 2, until: 3 }] }));
    expect(where(timeline, 'targets')).toEqual(['2:0', '2:1/2', '3:0', '3:1/2']);
    const offset = compile(plan({ bars: 3, play: [{ every: '1/2', from: '1/4', fromBar: 3 }] }));
    expect(where(offset, 'targets')).toEqual(['3:1/4', '3:3/4']);
  });

  it('accents are marked where they fall, whichever way the fraction is written', () => {
    const timeline = compile(plan({ bars: 1, clicks: [{ every: '1/4', accent: ['0', '2/4'] }] }));
    expect(timeline.clicks.map((c) => c.accent)).toEqual([true, false, true, false]);
  });
});

describe('silence swallows clicks and never time', () => {
  const silentNumbers = (silence: Silence, bars: number) =>
    compile(plan({ bars, silence }))
      .bars.filter((bar) => bar.silent)
      .map((bar) => bar.number);

  it.each([
    ['fixed', { sound: 2, silent: 2 }, 8, [3, 4, 7, 8]],
    ['growing', { sound: 2, silent: [1, 2, 4] }, 13, [3, 6, 7, 10, 11, 12, 13]],
    ['growing, last value repeats', { sound: 1, silent: [1, 2] }, 8, [2, 4, 5, 7, 8]],
    ['pattern', { bars: 'xxxo' }, 9, [4, 8]],
    ['none', { sound: 4, silent: 0 }, 4, []],
  ])('%s', (_, silence, bars, expected) => {
    expect(silentNumbers(silence, bars)).toEqual(expected);
  });

  it('keeps the silenced clicks on the timeline, marked, and joins silent bars into stretches', () => {
    const timeline = compile(plan({ bars: 6, silence: { sound: 2, silent: [2, 1] } }));
    expect(timeline.clicks).toHaveLength(24);
    expect(timeline.clicks.filter((c) => !c.sounding)).toHaveLength(8);
    expect(timeline.silentStretches).toEqual([
      { fromS: expect.closeTo(4.8, 12), toS: expect.closeTo(9.6, 12), firstBar: 2, lastBar: 3 },
    ]);
  });
});

describe('time on the timeline', () => {
  it('starts with the count-in: every beat, an accent on 1, always sounding, bar 0 last', () => {
    const timeline = compile(withCountIn(plan({ bars: 1, silence: { bars: 'o' } }), 2));
    expect(timeline.bars.map((b) => [b.number, b.kind])).toEqual([
      [-1, 'countIn'],
      [0, 'countIn'],
      [1, 'play'],
    ]);
    const countIn = timeline.clicks.filter((c) => timeline.bars[c.bar].kind === 'countIn');
    expect(countIn.map((c) => c.accent)).toEqual([true, false, false, false, true, false, false, false]);
    expect(countIn.every((c) => c.sounding)).toBe(true);
    expect(timeline.targets[0].timeS).toBeCloseTo(4.8, 12);
  });

  it('8 bars of 4/4 at quarter = 100 last 19.2 s (hand-worked)', () => {
    expect(compile(plan({ bars: 8 })).endS).toBeCloseTo(19.2, 12);
  });

  it('follows sections of other meters and tempos', () => {
    const timeline = compile(
      plan({ bars: 2 }, { bars: 2, meter: { beats: 6, unit: '1/8' }, tempo: { bpm: 40, beat: '3/8' } }),
    );
    // 6/8 at dotted quarter = 40: an eighth lasts 0.5 s, a bar 3 s.
    expect(timeline.bars.map((b) => b.startS)).toEqual([0, 2.4, 4.8, 7.8].map((t) => expect.closeTo(t, 12)));
    expect(timeline.endS).toBeCloseTo(10.8, 12);
    expect(beatOf(timeline.bars[3], parseFraction('1/4'))).toBe(16);
  });

  it('a ramp from 60 to 120 over 4 bars lasts 16 s × ln 2; its halfway click comes at 16 s × ln 1.5', () => {
    const timeline = compile(plan({ bars: 4, tempo: { bpm: 60, toBpm: 120, beat: '1/4' } }));
    expect(timeline.endS).toBeCloseTo(16 * Math.LN2, 12);
    expect(timeline.clicks[8].timeS).toBeCloseTo(16 * Math.log(1.5), 12);
  });

  it('property: a click at an exact position comes at exactly its seconds, far into the plan too', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 24 }),
        fc.integer({ min: 1, max: 24 }),
        fc.integer({ min: 20, max: 400 }),
        (n, d, bpm) => {
          const step = `${n}/${d}`;
          const timeline = compile(
            plan({ bars: 50, clicks: [{ every: step }], tempo: { bpm, beat: '1/4' }, play: [] }),
          );
          const seconds = secondsOf(parseFraction(step), tempo(bpm, '1/4'));
          timeline.clicks.forEach((click, i) => expect(click.timeS).toBeCloseTo(i * seconds, 9));
        },
      ),
      { numRuns: 30 },
    );
  });

  it('property: bars tile the time without gap or overlap', () => {
    const anySection = fc.record({
      bars: fc.integer({ min: 1, max: 6 }),
      meter: fc.record({ beats: fc.integer({ min: 1, max: 9 }), unit: fc.constantFrom('1/4', '1/8', '1/2') }),
      tempo: fc.record({
        bpm: fc.integer({ min: 30, max: 240 }),
        toBpm: fc.option(fc.integer({ min: 30, max: 240 }), { nil: undefined }),
        beat: fc.constantFrom('1/4', '3/8', '1/2'),
      }),
    });
    fc.assert(
      fc.property(fc.array(anySection, { minLength: 1, maxLength: 4 }), (sections) => {
        const { bars, endS } = compile(plan(...sections));
        bars.forEach((bar, i) => {
          expect(bar.endS).toBeGreaterThan(bar.startS);
          expect(bars[i + 1]?.startS ?? endS).toBeCloseTo(bar.endS, 9);
          expect(barIndexAt(bars, (bar.startS + bar.endS) / 2)).toBe(i);
        });
      }),
    );
  });
});

describe('plan facts', () => {
  it('longest alone in a growing silence: the last beat that sounds, then four silent bars', () => {
    const facts = planFacts(
      compile(withCountIn(plan({ bars: 13, silence: { sound: 2, silent: [1, 2, 4] } }))),
    );
    expect(facts).toMatchObject({ bars: 13, clicks: 24, notes: 52 });
    // From beat 4 of bar 9 to the end of bar 13: 17 beats of 0.6 s.
    expect(facts.longestAlone).toEqual({ beats: 17, seconds: expect.closeTo(10.2, 9), fromBar: 9 });
  });

  it('one click every five quarters leaves one alone for five beats', () => {
    expect(planFacts(compile(plan({ bars: 5, clicks: [{ every: '5/4' }] }))).longestAlone).toMatchObject({
      beats: 5,
      fromBar: 1,
    });
  });

  it('without any click the whole plan is alone', () => {
    expect(planFacts(compile(plan({ bars: 2, clicks: [] }))).longestAlone).toEqual({
      beats: 8,
      seconds: expect.closeTo(4.8, 9),
      fromBar: 1,
    });
  });
});

describe('the same plan at another speed', () => {
  it('scales every section by one ratio and keeps positions', () => {
    const base = plan({ bars: 1 }, { bars: 1, tempo: { bpm: 50, toBpm: 75, beat: '1/2' } });
    const fast = withTempo(base, tempo(200, '1/4'));
    expect(fast.sections.map((s) => s.tempo)).toEqual([
      { bpm: 200, beat: '1/4' },
      { bpm: 100, toBpm: 150, beat: '1/2' },
    ]);
    expect(compile(fast).endS).toBeCloseTo(compile(base).endS / 2, 9);
  });

  it('may be said in another note without changing speed, exactly', () => {
    const said = withTempo(plan(), tempo('200/3', '3/8'));
    expect(said.sections[0].tempo).toEqual({ bpm: '200/3', beat: '3/8' });
    expect(compile(said).endS).toBeCloseTo(compile(plan()).endS, 12);
    expect(planTempo(said).bpm.equals('200/3')).toBe(true);
  });
});

describe('what is played (hand-worked fractions)', () => {
  const played = (line: PlayLine, change: Partial<Section> = {}) =>
    compile(plan({ bars: 2, play: [line], ...change }));

  it('a rhythm with rests, accents, stickings and held notes repeats until the bars are full', () => {
    const timeline = played({
      rhythm: [
        { dur: '3/8', accent: true, sticking: 'R' },
        { dur: '1/8', rest: true },
        { dur: '1/4', hold: true },
      ],
    });
    expect(where(timeline, 'targets')).toEqual(['1:0', '1:1/2', '1:3/4', '2:1/4', '2:1/2']);
    const [first, second] = timeline.targets;
    expect(first).toMatchObject({ accent: true, sticking: 'R' });
    // At quarter = 100 a quarter lasts 0.6 s.
    expect([first.lengthS, second.lengthS].map((s) => Math.round(1000 * s))).toEqual([900, 600]);
    expect(second.hold).toBe(true);
    // The last note is cut short by the end: a dotted quarter from beat 3 has room for two beats.
    expect(Math.round(1000 * timeline.targets[4].lengthS)).toBe(900);
  });

  it('swing 2:1 puts the off-beat eighth on the third triplet partial; 3:1 on the last sixteenth', () => {
    const eighths = (ratio: number) =>
      where(played({ every: '1/8', swing: { of: '1/8', ratio } }, { bars: 1 }), 'targets');
    expect(eighths(2).slice(0, 4)).toEqual(['1:0', '1:1/6', '1:1/4', '1:5/12']);
    expect(eighths(3).slice(0, 2)).toEqual(['1:0', '1:3/16']);
    expect(eighths(1).slice(0, 2)).toEqual(['1:0', '1:1/8']);
  });

  it('swing keeps finer notes in order, and leaves an unpaired note alone', () => {
    const sixteenths = where(
      played({ every: '1/16', swing: { of: '1/8', ratio: 2 } }, { bars: 1 }),
      'targets',
    );
    expect(sixteenths.slice(0, 5)).toEqual(['1:0', '1:1/12', '1:1/6', '1:5/24', '1:1/4']);
    const seven = played(
      { every: '1/8', swing: { of: '1/8', ratio: 2 } },
      { bars: 1, meter: { beats: 7, unit: '1/8' } },
    );
    expect(where(seven, 'targets').at(-1)).toBe('1:3/4');
  });

  it('property: swung times rise', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 10, max: 90 }),
        fc.constantFrom('1/8', '1/12', '1/16'),
        (tenths, every) => {
          const { targets } = played({ every, swing: { of: '1/8', ratio: tenths / 10 } });
          targets.slice(1).forEach(({ timeS }, i) => expect(timeS).toBeGreaterThan(targets[i].timeS));
        },
      ),
    );
  });

  it('free playing marks places, not duties', () => {
    const { targets } = played({ free: '1/8' }, { bars: 1 });
    expect(targets).toHaveLength(8);
    expect(targets.every(({ optional }) => optional)).toBe(true);
  });
});

it('two hours of sixteenths are compiled like two bars', () => {
  const long = compile(plan({ bars: 9000, clicks: [{ every: '1/16' }], play: [{ every: '1/16' }] }));
  expect([long.clicks.length, long.targets.length]).toEqual([144_000, 144_000]);
});

describe('plans that are well formed and cannot be played', () => {
  it.each([
    ['a groove nobody knows', { clicks: [{ groove: 'plain' }] }, 'sections[0].clicks[0].groove'],
    ['far too many notes of a rhythm', { bars: 9999, play: [{ rhythm: [{ dur: '1/999' }] }] }, 'sections'],
    ['far too many notes', { bars: 10_000, play: [{ every: '1/999' }] }, 'sections'],
    [
      'positions finer than can be exact',
      { bars: 9999, clicks: [{ every: '999983/999979', from: '1/999961' }] },
      'sections',
    ],
    ['an endless bar', { tempo: { bpm: 1, beat: '1/256' } }, 'sections[0].tempo'],
  ])('%s is refused by name', (_, change, path) => {
    expect(() => compile(plan(change))).toThrow(PlanError);
    try {
      compile(plan(change));
    } catch (error) {
      expect((error as PlanError).problems).toContainEqual({ path, message: expect.any(String) });
    }
  });
});
