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

describe('a click that is all there is', () => {
  // Beat 2 of 4 at quarter = 100: a click every 2.4 s, the first at 0.6 s.
  const timeline = compile({
    ...plan({ bars: 8, clicks: [{ at: ['1/4'] }] }),
    countIn: { clicks: 4 },
  });
  const played = (from: number, ms: (i: number) => number = () => 0, to = Infinity) =>
    measure(
      timeline,
      timeline.targets.slice(from, to).map(({ timeS }, i) => ({ timeS: timeS + ms(i) / 1000 })),
    );

  it('is found by who comes in with it after the fourth: beat 16 less the first one before the click', () => {
    expect(played(0).entries).toEqual([
      expect.objectContaining({ kind: 'found', bar: 1, beats: 15, clicks: 4, heldBeats: 31 }),
    ]);
  });

  it('what was not played before he came in was not missed', () => {
    const { entries, counts } = played(10);
    expect(counts).toEqual({ targets: 22, matched: 22, missed: 0, extra: 0 });
    // Bars 1 and 2 have a click each, and bar 3 on its second beat; he comes in on the third.
    expect(entries[0]).toMatchObject({ beats: 25, clicks: 7, heldBeats: 21 });
  });

  it('what is left out after that is missed', () => {
    const report = measure(
      timeline,
      timeline.targets.filter((_, i) => i >= 4 && i !== 20).map(({ timeS }) => ({ timeS })),
    );
    expect(report.counts).toMatchObject({ targets: 28, missed: 1 });
  });

  it('is held until four notes in a row lie elsewhere', () => {
    expect(played(0, (i) => (i >= 12 && i < 18 ? 130 : 0)).entries[0]).toMatchObject({ heldBeats: 11 });
  });

  it('is never found by who wanders, and the reading says so', () => {
    const { entries, findings } = played(0, (i) => (i % 2 ? 110 : -110));
    expect(entries[0]).toMatchObject({ kind: 'found', beats: null });
    expect(findings).toContainEqual({ code: 'entry', kind: 'found', bar: 1, beats: null });
  });

  it('of a player who took it for his beat only that is said', () => {
    const off = compile({
      ...plan({ bars: 12, clicks: [{ at: ['3/8'] }] }),
      countIn: { clicks: 4 },
    });
    const { findings } = measure(
      off,
      off.targets.map(({ timeS }) => ({ timeS: timeS + 0.3 })),
    );
    expect(findings[0]).toMatchObject({ code: 'turned round' });
    expect(findings.filter(({ code }) => code === 'entry')).toEqual([]);
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
