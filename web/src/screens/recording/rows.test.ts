import { freePlaying } from '@feldspar/core/free';
import { compile } from '@feldspar/core/plan';
import { READY_PLANS } from '@feldspar/core/practice';
import { placeOf } from './place-of.ts';
import { rowAt, rowsOfFree, rowsOfMap, rowsOfPlan, rowsOfTime, scaleOf } from './rows.ts';

const { plan } = READY_PLANS.find((ready) => ready.plan.title === 'Growing silence')!;
const timeline = compile(plan);
const placed = { startS: 2, clockPpm: 0 };

describe('rows of a plan', () => {
  const rows = rowsOfPlan(timeline, placed, 1000);

  it('one a bar, the count-in first, where they lie on the recording', () => {
    expect(rows.map(({ label }) => label).slice(0, 3)).toEqual(['in', '1', '2']);
    expect(rows[0].fromS).toBe(2);
    rows.forEach(({ toS }, i) => expect(rows[i + 1]?.fromS ?? toS).toBeCloseTo(toS, 9));
    expect(rows.every(({ beatsS }) => beatsS.length === 4)).toBe(true);
    // Silent bars hold no click.
    expect(rows.filter(({ silent }) => silent).flatMap(({ clicksS }) => clicksS)).toEqual([]);
  });

  it('bars beyond the recording are not drawn', () => {
    const short = rowsOfPlan(timeline, placed, rows[3].fromS + 0.1);
    expect(short).toHaveLength(4);
    expect(rowsOfPlan(timeline, { startS: -rows[2].toS, clockPpm: 0 }, 1000).length).toBeLessThan(
      rows.length,
    );
  });

  it('a stroke a little early belongs to the bar it is early for', () => {
    const { leadS } = scaleOf(rows);
    expect(rowAt(rows, rows[4].fromS - 0.3 * leadS, leadS)).toBe(4);
    expect(rowAt(rows, rows[4].fromS - 0.7 * leadS, leadS)).toBe(3);
    expect(rowAt(rows, -100, leadS)).toBe(0);
  });

  it('where a stroke lies is said by bar and beat, and against the note that was asked for', () => {
    const { leadS } = scaleOf(rows);
    const at = (timeS: number) => placeOf(timeS, rows, leadS, { timeline, placed });
    expect(at(rows[2].beatsS[1] - 0.018)).toEqual({ where: 'Bar 2, beat 2', aside: '18 ms early' });
    expect(at(rows[0].beatsS[0])).toEqual({ where: 'Count-in, beat 1', aside: 'no note is near' });
  });
});

describe('rows of free playing', () => {
  const hits = Array.from({ length: 19 }, (_, i) => ({ timeS: 1 + 0.6 * i }));
  const free = freePlaying(hits, { beatS: 0.6, beatsPerBar: 4 })!;

  it('bars from the one on; what comes before it is a bar that begins in its middle', () => {
    const rows = rowsOfFree({ ...free, downbeat: 3 }, 4);
    expect(rows.map(({ label, beatsS, firstBeat }) => [label, beatsS.length, firstBeat])).toEqual([
      ['0', 3, 1],
      ['1', 4, 0],
      ['2', 4, 0],
      ['3', 4, 0],
      ['4', 4, 0],
    ]);
    expect(rows[1].fromS).toBeCloseTo(1 + 3 * 0.6, 6);
    expect(placeOf(1.6, rows, scaleOf(rows).leadS, null)).toEqual({ where: 'Bar 0, beat 3', aside: null });
  });

  it('without any beats it is laid out by time', () => {
    expect(rowsOfTime(9).map(({ label }) => label)).toEqual(['0:00', '0:04', '0:08']);
    expect(placeOf(5, rowsOfTime(9), 0.4, null).where).toBe('0:05');
  });
});

it('a beat map: a row a bar, what comes before the first one and what fills no bar at the end in rows of their own', () => {
  const beats = Array.from({ length: 12 }, (_, i) => 1 + 0.5 * i);
  const rows = rowsOfMap({ beats, bars: [{ beat: 1, beats: 4, unit: '1/4' }] });
  expect(
    rows.map(({ label, fromS, toS, beatsS, firstBeat }) => [label, fromS, toS, beatsS.length, firstBeat]),
  ).toEqual([
    ['in', -0.5, 1.5, 1, 3],
    ['1', 1.5, 3.5, 4, 0],
    ['2', 3.5, 5.5, 4, 0],
    ['3', 5.5, 7.5, 3, 0],
  ]);
});
