import { chance, playedStrokes, recordingOf } from '../../players/index.ts';
import { scored } from '../../testing/scored.ts';
import { TIED_RATE as RATE, tied } from '../../testing/tied.ts';
import { hear } from '../index.ts';

describe('held notes that are tied to one another', () => {
  it.each([
    { swellsS: 0.005, softDb: 0 },
    { swellsS: 0.02, softDb: -10 },
    { swellsS: 0.06, softDb: -10 },
    { swellsS: 0.09, softDb: -6 },
    { swellsS: 0.16, softDb: 0 },
  ])('are all heard where they begin: full after $swellsS s, every other one by $softDb dB', (way) => {
    const { samples, truthS } = tied(24, way);
    const found = hear(samples, RATE, 'sustained').onsets.map(({ timeS }) => timeS);
    expect(scored(found, truthS, 0.025)).toMatchObject({ missed: 0, extra: 0 });
    expect(scored(found, truthS, 0.025).medianErrorS).toBeLessThan(0.008);
  });
});

describe('held notes at other rates', () => {
  it.each([8000, 16_000, 22_050, 32_000, 48_000, 96_000, 192_000])(
    'are heard when they begin: %i samples a second',
    (rate) => {
      const strokes = playedStrokes(12, 0.6, 2, { spreadDb: 8 });
      const sound = recordingOf(strokes, 'blown', { rate, noiseDb: -60, seed: 2 });
      const found = hear(sound, rate, 'sustained').onsets.map(({ timeS }) => timeS);
      const truthS = strokes.map(({ timeS }) => timeS);
      expect(scored(found, truthS, 0.025)).toMatchObject({ missed: 0, extra: 0 });
      expect(scored(found, truthS, 0.025).medianErrorS).toBeLessThan(0.005);
    },
  );
});

describe('held notes of one pitch that are tied to one another', () => {
  it('are heard where they are softer than the one before, too', () => {
    const { samples, truthS } = tied(24, { swellsS: 0.02, softDb: -7, step: 0 });
    const found = hear(samples, RATE, 'sustained').onsets.map(({ timeS }) => timeS);
    const { missed, extra } = scored(found, truthS, 0.025);
    expect(extra).toBe(0);
    // Of one pitch, waves add up as their phases happen to lie: a few come in too smoothly, or after too deep a dip.
    expect(missed).toBeLessThanOrEqual(2);
  });
});

describe('held notes of which every other one is far softer', () => {
  it.each([-18, -22])('are heard where the loud ones before them fall away: by %d dB', (softDb) => {
    const { samples, truthS } = tied(24, { swellsS: 0.02, softDb });
    const found = hear(samples, RATE, 'sustained').onsets.map(({ timeS }) => timeS);
    expect(scored(found, truthS, 0.025)).toMatchObject({ missed: 0, extra: 0 });
  });
});

describe('held notes in a room', () => {
  it('are heard where they begin, and not where the one before ends', () => {
    const { samples, truthS } = tied(24, { swellsS: 0.04, softDb: -6, gapS: 0.06 });
    const found = hear(samples, RATE, 'sustained').onsets.map(({ timeS }) => timeS);
    expect(scored(found, truthS, 0.025)).toMatchObject({ missed: 0, extra: 0 });
  });
});

describe('a held note', () => {
  it.each([5, 5.7, 6.5])('whose colour sways %f times a second, as a flute’s does, is one note', (hz) => {
    const random = chance(5);
    const noise = () => 0.0005 * (2 * random() - 1);
    const samples = Float32Array.from({ length: 6 * RATE }, (_, k) => {
      const t = k / RATE - 0.5;
      if (t < 0) return noise();
      const sway = Math.sin(2 * Math.PI * hz * t);
      let value = 0;
      for (let n = 1; n <= 10; n++)
        value += 10 ** (((n - 1) * (1.5 * sway - 3)) / 20) * Math.sin(2 * Math.PI * n * 520 * t);
      return noise() + 0.1 * Math.min(1, t / 0.05) * value;
    });
    expect(hear(samples, RATE, 'sustained').onsets).toHaveLength(1);
  });

  it('with an accent of a tenth of a second, and softer after it, is one note', () => {
    const random = chance(5);
    const samples = Float32Array.from({ length: 3 * RATE }, (_, k) => {
      const t = k / RATE - 0.5;
      const level =
        0.2 * Math.min(1, Math.max(0, t) / 0.005) * Math.max(0.5, 2 ** (-Math.max(0, t - 0.09) / 0.015));
      return 0.0005 * (2 * random() - 1) + level * Math.sin(2 * Math.PI * 440 * t);
    });
    expect(hear(samples, RATE, 'sustained').onsets).toHaveLength(1);
  });
});
