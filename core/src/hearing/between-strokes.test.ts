import { BetweenStrokes } from './between-strokes.ts';

const at = (...timesS: number[]) => timesS.map((timeS) => ({ timeS, strength: 0.5, confidence: 1 }));
const times = (onsets: readonly { timeS: number }[]) => onsets.map(({ timeS }) => timeS);

describe('changes between strokes', () => {
  it('count where no stroke is near, in order', () => {
    const between = new BetweenStrokes();
    expect(times(between.merge(at(1, 2), at(0.97, 1.5, 2.05), 3))).toEqual([1, 1.5, 2]);
  });

  it('a change that is told late is still that of the stroke given before it', () => {
    const between = new BetweenStrokes();
    expect(times(between.merge(at(1), [], 1.1))).toEqual([1]);
    expect(times(between.merge([], at(1.04), 1.3))).toEqual([]);
    expect(times(between.merge([], at(1.2), 1.4))).toEqual([1.2]);
  });

  it('a change waits until every stroke near it is known', () => {
    const between = new BetweenStrokes();
    expect(times(between.merge([], at(1), 1.08))).toEqual([]);
    expect(times(between.merge(at(1.05), [], 1.1))).toEqual([1.05]);
    expect(times(between.merge([], [], 1.2))).toEqual([]);
  });

  it('one that is told after a later stroke counts all the same', () => {
    const between = new BetweenStrokes();
    between.merge(at(1, 1.4), [], 1.45);
    expect(times(between.merge([], at(1.2), 1.45))).toEqual([1.2]);
  });
});
