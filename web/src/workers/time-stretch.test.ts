import { hear } from '@feldspar/core/hearing';
import { madeUpRecord, madeUpGroove } from '@feldspar/core/recordings';
import { stretchedSound } from './time-stretch.ts';

const FACTS = { bpm: 100, beatsPerBar: 4, seed: 3, looseMs: 0, wanderPercent: 2 } as const;

function levelAt(samples: Float32Array, rate: number, hz: number): number {
  let [re, im] = [0, 0];
  samples.forEach((value, i) => {
    re += value * Math.cos((2 * Math.PI * hz * i) / rate);
    im += value * Math.sin((2 * Math.PI * hz * i) / rate);
  });
  return Math.hypot(re, im) / samples.length;
}

it.each([0.5, 0.8, 1.2])(
  'at %d times the speed every beat is where the map says, to a millisecond',
  (speed) => {
    const { samples, sampleRateHz, beatsS } = madeUpGroove({ ...FACTS, bars: 6, sounds: ['wood', 'clap'] });
    const before = hear(samples, sampleRateHz, 'struck').onsets.map(({ timeS }) => timeS);
    const [made] = stretchedSound({ channels: [samples], sampleRateHz, speed, strokesS: before });
    expect(made).toHaveLength(Math.round(samples.length / speed));
    const after = hear(made, sampleRateHz, 'struck').onsets.map(({ timeS }) => timeS);
    const off = beatsS.slice(0, -1).map((beatS) => {
      const nearest = (times: readonly number[], timeS: number) =>
        times.reduce((best, other) => (Math.abs(other - timeS) < Math.abs(best - timeS) ? other : best));
      // What was heard in the record, and what is heard now.
      return nearest(after, beatS / speed) - nearest(before, beatS) / speed;
    });
    expect(Math.max(...off.map(Math.abs))).toBeLessThan(0.001);
  },
);

it('keeps the pitch, and both sides as they are', () => {
  const rate = 44_100;
  const tone = (hz: number) =>
    Float32Array.from({ length: 2 * rate }, (_, i) => Math.sin((2 * Math.PI * hz * i) / rate));
  const made = stretchedSound({
    ...{ channels: [tone(440), tone(660)], sampleRateHz: rate, speed: 0.5, strokesS: [0.5, 1.2] },
  });
  const [left, right] = made.map(
    (channel) => (hz: number) => levelAt(channel.slice(rate, 3 * rate), rate, hz),
  );
  expect(left(440)).toBeGreaterThan(10 * Math.max(left(220), left(330), left(660)));
  expect(right(660)).toBeGreaterThan(10 * Math.max(right(330), right(440)));
});

it('a record with everything at once keeps its level, and has no holes', () => {
  const parts = [{ name: 'verse', bars: 4 }];
  const { samples, sampleRateHz } = madeUpRecord({ ...FACTS, parts });
  const strokesS = hear(samples, sampleRateHz, 'struck').onsets.map(({ timeS }) => timeS);
  const [made] = stretchedSound({ channels: [samples], sampleRateHz, speed: 0.7, strokesS });
  const power = (sound: Float32Array, from: number, to: number) =>
    sound.subarray(from, to).reduce((sum, value) => sum + value * value, 0) / (to - from);
  const second = sampleRateHz;
  for (let s = 2; s < 8; s++) {
    const now = power(made, s * second, (s + 1) * second);
    const was = power(samples, Math.round(0.7 * s * second), Math.round(0.7 * (s + 1) * second));
    expect(Math.abs(10 * Math.log10(now / was))).toBeLessThan(2.5);
  }
});
