import { chance } from '../../players/index.ts';
import { scored } from '../../testing/scored.ts';
import { TIED_RATE as RATE, tied } from '../../testing/tied.ts';
import { hear } from '../index.ts';

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

  it.each([8_000, 44_100, 192_000])(
    'of a tone that is there from the first sample on only its change begins: %d Hz',
    (rate) => {
      const random = chance(3);
      const samples = Float32Array.from({ length: 3 * rate }, (_, k) => {
        const turns = ((k < 2 * rate ? 330 : 440) * k) / rate;
        return 0.1 * Math.sin(2 * Math.PI * turns) + 0.0005 * (2 * random() - 1);
      });
      const { onsets } = hear(samples, rate, 'sustained');
      expect(onsets).toHaveLength(1);
      expect(Math.abs(onsets[0].timeS - 2)).toBeLessThan(0.001);
    },
  );
});
