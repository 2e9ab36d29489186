import { scored } from '../testing/scored.ts';
import { TIED_RATE as RATE, tied } from '../testing/tied.ts';
import { hear } from './index.ts';

const heardS = (samples: Float32Array) => hear(samples, RATE, 'sustained').onsets.map(({ timeS }) => timeS);

describe('held notes that set in clearly', () => {
  it.each([
    { swellsS: 0.003, softDb: 0 },
    { swellsS: 0.01, softDb: -6 },
    { swellsS: 0.005, softDb: -6, gapS: 0.06 },
  ])(
    'begin when they do, to some milliseconds: full after $swellsS s, every other one by $softDb dB',
    (way) => {
      const { samples, truthS } = tied(24, way);
      expect(scored(heardS(samples), truthS, 0.006)).toMatchObject({ missed: 0, extra: 0 });
    },
  );

  it('are heard where they come too fast for a swell or a change to be told', () => {
    const { samples, truthS } = tied(40, { swellsS: 0.005, softDb: 0, noteS: 0.12 });
    expect(scored(heardS(samples), truthS, 0.01)).toMatchObject({ missed: 0, extra: 0 });
  });
});
