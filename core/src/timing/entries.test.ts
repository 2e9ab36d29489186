/** Joining in, finding the moved click, and turning the beat round, on hits whose truth is known. */
import { compile } from '../plan/index.ts';
import { plan } from '../testing/plans.ts';
import { measure } from './index.ts';

describe('joining in', () => {
  const timeline = compile(plan({ bars: 8, play: [{ every: '1/4', fromBar: 3 }] }));
  const found = (offByMs: (note: number) => number) =>
    measure(
      timeline,
      timeline.targets.map(({ timeS }, i) => ({ timeS: timeS + offByMs(i) / 1000 })),
    ).entries;

  it('is counted in beats from the first note', () => {
    expect(found(() => 0)).toEqual([expect.objectContaining({ kind: 'joined', bar: 3, beats: 0 })]);
    expect(found((i) => (i < 5 ? 80 : 0))).toEqual([
      expect.objectContaining({ kind: 'joined', bar: 3, beats: 5 }),
    ]);
  });

  it('a habit of sitting behind is no failure; wandering is', () => {
    expect(found(() => 50)).toEqual([expect.objectContaining({ kind: 'joined', bar: 3, beats: 0 })]);
    expect(found((i) => (i % 2 ? 90 : -90))).toEqual([
      expect.objectContaining({ kind: 'joined', bar: 3, beats: null, why: 'never 4 hits in a row with it' }),
    ]);
  });
});

describe('the click that moves', () => {
  const timeline = compile(
    plan(
      { bars: 2 },
      { bars: 4, clicks: [{ every: '1/4', from: '1/8' }] },
      { bars: 2, clicks: [{ every: '1/4', from: '1/8' }] },
      { bars: 1, clicks: [] },
    ),
  );
  const straight = timeline.targets.map(({ timeS }) => ({ timeS }));

  it('is found where it moved: not where it stayed, nor where it went', () => {
    expect(measure(timeline, straight).entries).toEqual([
      expect.objectContaining({ kind: 'moved', bar: 3, beats: 0, errorMs: expect.closeTo(0, 6) }),
    ]);
  });

  it('three beats beside it are three beats', () => {
    const late = straight.map(({ timeS }, i) => ({ timeS: timeS + (i >= 8 && i < 11 ? 0.12 : 0) }));
    expect(measure(timeline, late).entries).toEqual([
      expect.objectContaining({ kind: 'moved', bar: 3, beats: 3 }),
    ]);
  });

  it('a player who turns round onto it is told in which bar; one who keeps his beat is not', () => {
    expect(measure(timeline, straight).turned).toEqual([]);
    const turned = straight.map(({ timeS }, i) => ({ timeS: timeS + (i >= 12 && i < 20 ? 0.3 : 0) }));
    const report = measure(timeline, turned);
    expect(report.turned).toEqual([{ fromBar: 4, toBar: 5, hits: 8, beats: 0.5, sure: true }]);
    expect(report.findings[0]).toMatchObject({ code: 'turned round', fromBar: 4, toBar: 5 });
  });
});

describe('stop time', () => {
  it('a click that only thins out or comes back has not moved', () => {
    const stop = compile(plan({ bars: 3 }, { bars: 1, clicks: [{ at: ['0'] }] }, { bars: 2 }));
    expect(
      measure(
        stop,
        stop.targets.map(({ timeS }) => ({ timeS })),
      ).entries,
    ).toEqual([]);
  });

  it('coming back in after a bar of rest is counted in beats from the first note', () => {
    const rest = Array.from({ length: 4 }, () => ({ dur: '1/4', rest: true }));
    const notes = Array.from({ length: 8 }, () => ({ dur: '1/4' }));
    const timeline = compile(plan({ bars: 6, play: [{ rhythm: [...notes, ...rest] }] }));
    const hits = timeline.targets.map(({ timeS, bar }, i) => ({
      timeS: timeS + (bar === 3 && i < 10 ? 0.09 : 0),
    }));
    expect(measure(timeline, hits).entries).toEqual([
      {
        kind: 'reentered',
        bar: 4,
        beats: 2,
        errorMs: expect.closeTo(90, 6),
        tempoPercent: expect.closeTo(3.9, 1),
      },
    ]);
  });
});

it('a note held for a bar is no rest; a written rest of a bar is one', () => {
  const long = [{ dur: '1', hold: true }, { dur: '1/4' }, { dur: '1/4' }, { dur: '1/4' }, { dur: '1/4' }];
  const played = (rhythm: typeof long) => {
    const timeline = compile(plan({ bars: 8, play: [{ rhythm }] }));
    return measure(
      timeline,
      timeline.targets.map(({ timeS }) => ({ timeS })),
    ).entries;
  };
  expect(played(long)).toEqual([]);
  const rest = { dur: '1', rest: true };
  expect(played([rest, ...long.slice(1)]).map(({ kind }) => kind)).toContain('reentered');
});

it('a plan without moves has no entries', () => {
  expect(measure(compile(plan()), []).entries).toEqual([]);
});
