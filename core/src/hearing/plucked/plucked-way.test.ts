import { type Pluck, strings } from '../../testing/strings.ts';
import { scored } from '../../testing/scored.ts';
import { Ears, hear } from '../index.ts';

const RATE = 44_100;
const pitch = (i: number) => 110 * 2 ** (((i * 5) % 12) / 12);
const times = (onsets: readonly { timeS: number }[]) => onsets.map(({ timeS }) => timeS);
/** Every other one softer. */
const plucks = (softDb: number, hz = pitch): Pluck[] =>
  Array.from({ length: 24 }, (_, i) => ({
    timeS: 0.5 + 0.4 * i,
    hz: hz(i),
    level: 0.1 * (i % 2 === 1 ? 10 ** (softDb / 20) : 1),
  }));

describe('notes under strings that ring on', () => {
  it.each([0, -6, -12])('%i dB under the one before are all heard, and when', (softDb) => {
    const played = plucks(softDb);
    const { onsets } = hear(strings(RATE, 11, played), RATE, 'plucked');
    const { missed, extra, medianErrorS } = scored(times(onsets), times(played), 0.01);
    expect({ missed, extra }).toEqual({ missed: 0, extra: 0 });
    expect(medianErrorS).toBeLessThan(0.001);
    expect(onsets.every(({ strength }) => strength > 0 && strength < 0.5)).toBe(true);
  });

  it('of the same pitch are heard, too', () => {
    const played = plucks(-6, () => 147);
    const { onsets } = hear(strings(RATE, 11, played), RATE, 'plucked');
    expect(scored(times(onsets), times(played), 0.01)).toMatchObject({ missed: 0, extra: 0 });
  });

  it('that come softly, within a fiftieth of a second, are heard but for a few', () => {
    const played = plucks(-6);
    const { onsets } = hear(strings(RATE, 11, played, 0.02), RATE, 'plucked');
    const { missed, extra } = scored(times(onsets), times(played), 0.025);
    expect(missed).toBeLessThanOrEqual(4);
    expect(extra).toBe(0);
  });

  it('are told of at most 50 ms after they begin, and in order, in whatever pieces the sound comes', () => {
    const sound = strings(RATE, 6, plucks(-6).slice(0, 12));
    const whole = hear(sound, RATE, 'plucked').onsets;
    const ears = new Ears(RATE, 'plucked');
    const told = [];
    for (let at = 0; at < sound.length; at += 128)
      for (const onset of ears.push(sound.subarray(at, at + 128))) {
        told.push(onset);
        expect(ears.heardS - onset.timeS).toBeLessThan(0.05);
      }
    expect([...told, ...ears.end()]).toEqual(whole);
  });
});

describe('no notes are', () => {
  it('the end of a sound that still rings', () => {
    const { onsets } = hear(strings(RATE, 2, [{ timeS: 0.5, hz: 196, level: 0.2 }]), RATE, 'plucked');
    expect(onsets).toHaveLength(1);
  });

  it('strings that are stopped at once', () => {
    const sound = strings(RATE, 3, [{ timeS: 0.5, hz: 196, level: 0.2 }]);
    const stopped = sound.map((value, i) => value * 2 ** (-Math.max(0, i / RATE - 1.5) / 0.001));
    expect(hear(stopped, RATE, 'plucked').onsets).toHaveLength(1);
  });
});
