/** Beat maps: time and bars, mending by hand, and whether a record keeps its tempo. */
import fc from 'fast-check';
import { type BeatMap, beatMapSchema } from './map-schema.ts';
import { barsOf, beatAt, timeOfBeat } from './map-time.ts';
import {
  addBeat,
  doubled,
  filledBetween,
  halved,
  moveBeat,
  nearestBeat,
  offBeats,
  oneAt,
  removeBeat,
  shiftedOnes,
  steadyFrom,
  withMeter,
  withPart,
  withoutPart,
} from './mend.ts';
import { steadyTempo, wandersS } from './steady.ts';

const map = (count = 17, change: Partial<BeatMap> = {}): BeatMap => ({
  beats: Array.from({ length: count }, (_, i) => Number((1 + 0.5 * i + 0.01 * (i % 3)).toFixed(6))),
  bars: [{ beat: 1, beats: 4, unit: '1/4' }],
  ...change,
});

const anyMap = fc
  .record({
    steps: fc.array(fc.double({ min: 0.3, max: 0.9, noNaN: true }), { minLength: 8, maxLength: 60 }),
    first: fc.integer({ min: 0, max: 3 }),
    beats: fc.integer({ min: 2, max: 5 }),
  })
  .map(({ steps, first, beats }): BeatMap => {
    let timeS = 0.4;
    return {
      beats: steps.map((step) => Number((timeS += step).toFixed(6))),
      bars: [{ beat: first % beats, beats, unit: '1/4' }],
    };
  });

describe('time', () => {
  it('a beat’s time and a time’s beat are each other’s inverse, between beats and a little beyond', () => {
    fc.assert(
      fc.property(anyMap, fc.double({ min: -0.9, max: 1, noNaN: true }), ({ beats }, share) => {
        const beat = (share + 0.9) * 0.52 * beats.length;
        expect(beatAt(beats, timeOfBeat(beats, beat))).toBeCloseTo(beat, 6);
      }),
    );
  });

  it.each<[string, BeatMap['bars'], [number, number][]]>([
    [
      'from the first one',
      [{ beat: 1, beats: 4, unit: '1/4' }],
      [
        [1, 4],
        [5, 4],
        [9, 4],
        [13, 4],
      ],
    ],
    [
      'a bar that the next meter cuts short is one of fewer beats',
      [
        { beat: 0, beats: 4, unit: '1/4' },
        { beat: 6, beats: 3, unit: '1/4' },
      ],
      [
        [0, 4],
        [4, 2],
        [6, 3],
        [9, 3],
        [12, 3],
      ],
    ],
  ])('bars: %s', (_, bars, wanted) => {
    expect(barsOf(map(17, { bars })).map(({ firstBeat, beats }) => [firstBeat, beats])).toEqual(wanted);
  });
});

describe('mending', () => {
  it('whatever is done to a map it stays one, and what is asked for twice comes back', () => {
    const deeds: ((now: BeatMap, i: number) => BeatMap)[] = [
      (now, i) => moveBeat(now, i, now.beats[i] + 0.03),
      (now, i) => addBeat(now, now.beats[i] + 0.13),
      (now, i) => removeBeat(now, i),
      (now) => halved(now),
      (now) => doubled(now),
      (now) => offBeats(now),
      (now) => shiftedOnes(now, 1),
      (now, i) => oneAt(now, i),
      (now, i) => oneAt(now, i, true),
      (now) => withMeter(now, { beats: 3, unit: '1/8' }),
      (now, i) => filledBetween(now, Math.max(0, i - 3), Math.min(now.beats.length - 1, i + 2)),
      (now, i) => steadyFrom(now, i, 0.4, now.beats.at(-1)! + 3),
    ];
    const step = fc.tuple(fc.nat(deeds.length - 1), fc.double({ min: 0, max: 0.999, noNaN: true }));
    fc.assert(
      fc.property(anyMap, fc.array(step, { maxLength: 12 }), (start, steps) => {
        let now: BeatMap = { ...start, sure: start.beats.map(() => 0.5) };
        for (const [deed, share] of steps) now = deeds[deed](now, Math.floor(share * now.beats.length));
        expect(beatMapSchema.safeParse(now).error?.issues).toBeUndefined();
      }),
    );
  });

  it('of a map shorter than a bar the one goes round among the beats that there are', () => {
    const short = map(2, { bars: [{ beat: 1, beats: 5, unit: '1/4' }] });
    expect([1, 2, -1].map((by) => shiftedOnes(short, by).bars[0].beat)).toEqual([0, 1, 0]);
  });

  it('a beat is moved between its neighbours, never past them, and is sure from then on', () => {
    const start = map(9, { sure: Array.from({ length: 9 }, () => 0.2) });
    const moved = moveBeat(start, 3, 2.6);
    expect(moved.beats[3]).toBe(2.6);
    expect(moved.sure?.[3]).toBe(1);
    expect(moveBeat(start, 3, start.beats[4] + 0.1)).toBe(start);
    expect(moveBeat(start, 3, start.beats[4] - 0.01)).toBe(start);
  });

  it('twice as many and half as many again are the same beats, in the same bars', () => {
    const start = map();
    const twice = doubled(start);
    expect(twice.beats).toHaveLength(33);
    expect(twice.beats[1]).toBeCloseTo((start.beats[0] + start.beats[1]) / 2, 6);
    expect(halved(twice).beats).toEqual(start.beats);
    expect(twice.bars[0].beat).toBe(2);
  });

  it('half as many keeps those that are surer', () => {
    const sure = map(16).beats.map((_, i) => (i % 2 === 0 ? 0.9 : 0.6));
    expect(halved(map(16, { sure })).beats).toEqual(map(16).beats.filter((_, i) => i % 2 === 0));
    const other = sure.map((_, i) => sure[(i + 1) % sure.length]);
    expect(halved(map(16, { sure: other })).beats[0]).toBe(map(16).beats[1]);
  });

  it('a beat that is taken away or added leaves the ones where they were heard', () => {
    const start = map();
    const oneS = ({ beats, bars }: BeatMap) => bars.map(({ beat }) => beats[beat]);
    expect(oneS(addBeat(start, 1.2))).toEqual(oneS(start));
    expect(oneS(removeBeat(start, 0))).toEqual(oneS(start));
  });

  it('between two sure beats as many as the tempo beside them says, evenly', () => {
    const even = { ...map(), beats: Array.from({ length: 17 }, (_, i) => 1 + 0.5 * i) };
    const broken = removeBeat(removeBeat(moveBeat(even, 6, 4.2), 8), 5);
    const mended = filledBetween(broken, nearestBeat(broken, 3), nearestBeat(broken, 5.5));
    expect(mended.beats).toEqual(even.beats);
    expect(filledBetween(even, 4, 8, 3).beats.slice(4, 8)).toEqual([3, 3.666667, 4.333333, 5]);
  });

  it('from here on a tempo, to the end of the record', () => {
    const even: BeatMap = { ...map(), beats: Array.from({ length: 17 }, (_, i) => 1 + 0.5 * i) };
    expect(steadyFrom(even, 4, 0.6, 6.1).beats.slice(3)).toEqual([2.5, 3, 3.6, 4.2, 4.8, 5.4, 6]);
  });

  it('a one, for the whole record or from here on', () => {
    expect(oneAt(map(), 7).bars).toEqual([{ beat: 3, beats: 4, unit: '1/4' }]);
    expect(oneAt(map(), 7, true).bars.map(({ beat }) => beat)).toEqual([1, 7]);
    expect(barsOf(oneAt(map(), 7, true)).map(({ firstBeat }) => firstBeat)).toEqual([1, 5, 7, 11]);
    expect(shiftedOnes(map(), -2).bars[0].beat).toBe(3);
  });
});

it('parts have a name, a first bar and a length; one that begins where another did takes its place', () => {
  const verse = { name: 'verse', fromBar: 3, bars: 2 };
  const named = withPart(withPart(map(), verse), { name: 'intro', fromBar: 1, bars: 2 });
  expect(named.parts?.map(({ name }) => name)).toEqual(['intro', 'verse']);
  expect(withPart(named, { ...verse, name: 'chorus' }).parts?.map(({ name }) => name)).toEqual([
    'intro',
    'chorus',
  ]);
  expect(withoutPart(named, 1).parts).toEqual([verse]);
});

describe('a steady tempo', () => {
  it('is told with how sure it is; a record that wanders has none', () => {
    const even = Array.from({ length: 128 }, (_, i) => 0.7 + (60 / 118) * i + 0.004 * Math.sin(7.3 * i));
    const steady = steadyTempo(even)!;
    expect(steady.isSteady).toBe(true);
    expect(Math.abs(steady.bpm - 118)).toBeLessThan(3 * steady.within + 1e-9);
    expect(steady.within).toBeLessThan(0.02);
    const wanders = even.map((timeS, i) => timeS + 0.08 * Math.sin(i / 20));
    expect(steadyTempo(wanders)!.isSteady).toBe(false);
    expect(steadyTempo(even.slice(0, 15))).toBeNull();
  });

  it('what a record leaves its tempo by, from the eight beats before', () => {
    const beats = Array.from(
      { length: 40 },
      (_, i) => 0.5 * i + (i > 16 ? 0.02 * (Math.min(i, 20) - 16) : 0),
    );
    expect(wandersS(beats, 16, 24)).toBeCloseTo(0.08, 9);
    expect(wandersS(beats, 8, 16)).toBeCloseTo(0, 9);
    expect(wandersS(beats, 2, 6)).toBeNull();
  });
});
