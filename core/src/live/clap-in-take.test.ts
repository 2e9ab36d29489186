import { type PlayLine, compile } from '../plan/index.ts';
import { plan } from '../testing/plans.ts';
import { isSignal } from './index.ts';

/** At 60 a minute a beat is a second. */
const playing = (...play: PlayLine[]) => compile(plan({ bars: 4, tempo: { bpm: 60, beat: '1/4' }, play }));
const claps = (firstS: number) => ({ firstS, secondS: firstS + 0.25 });

describe('two claps with nothing round them, while a plan is played', () => {
  it('between the notes are a signal', () => {
    expect(isSignal(playing({ every: '1/4' }), claps(4.4))).toBe(true);
  });

  it('are a signal wherever in the beat they come: one note is not asked for twice', () => {
    for (let firstS = 4; firstS < 5; firstS += 0.01)
      expect([firstS, isSignal(playing({ every: '1/4' }), claps(firstS))]).toEqual([firstS, true]);
  });

  it('are a signal where one of them is a note and the next notes were left out', () => {
    expect(isSignal(playing({ every: '1/8' }), claps(4))).toBe(true);
    expect(isSignal(playing({ every: '1/16' }), claps(4))).toBe(true);
  });

  it('are none where the plan asks for two short notes and rests', () => {
    const twoShort = playing({ at: ['0', '1/16'] });
    expect(isSignal(twoShort, claps(4))).toBe(false);
    // A little late, as people play.
    expect(isSignal(twoShort, claps(4.06))).toBe(false);
    expect(isSignal(twoShort, claps(5))).toBe(true);
  });

  it('after the last note they are a signal', () => {
    expect(isSignal(playing({ every: '1/4', until: 2 }), claps(12.05))).toBe(true);
  });
});
