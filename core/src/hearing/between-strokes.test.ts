import { BetweenStrokes } from './between-strokes.ts';

const at = (...timesS: number[]) => timesS.map((timeS) => ({ timeS, strength: 0.5, confidence: 1 }));
const times = (onsets: readonly { timeS: number }[]) => onsets.map(({ timeS }) => timeS);

describe('changes between strokes', () => {
  it('count where no stroke is near, in order', () => {
    const between = new BetweenStrokes();
    expect(times(between.merge(at(1, 2), at(0.97, 1.5, 2.05)))).toEqual([1, 1.5, 2]);
  });

  it('a change that is told late is still that of the stroke given before it', () => {
    const between = new BetweenStrokes();
    expect(times(between.merge(at(1), []))).toEqual([1]);
    expect(times(between.merge([], at(1.04)))).toEqual([]);
    expect(times(between.merge([], at(1.2)))).toEqual([1.2]);
  });

  it('none comes before one that was given already', () => {
    const between = new BetweenStrokes();
    between.merge(at(1, 1.4), []);
    expect(times(between.merge([], at(1.2)))).toEqual([]);
  });
});
