import { playedStrokes, recordingOf } from '../../players/index.ts';
import { scored } from '../../testing/scored.ts';
import { Ears, hear } from '../index.ts';

const RATE = 48_000;

/** A tone of a few partials; its level as a function of time. */
function tone(level: (timeS: number) => number, lengthS: number, hz = 220): Float32Array {
  return Float32Array.from({ length: lengthS * RATE }, (_, i) => {
    const t = i / RATE;
    let value = 0;
    for (let n = 1; n <= 6; n++) value += 0.5 ** (n - 1) * Math.sin(2 * Math.PI * n * hz * t);
    return 0.2 * level(t) * value;
  });
}
const pulsesOf = (samples: Float32Array) => hear(samples, RATE, 'pulsed').onsets;

describe('pulses of the breath in a long tone', () => {
  it.each([
    [40, 1],
    [60, 2],
    [60, 3],
    [100, 4],
    [150, 5],
  ])('at %d a minute each is heard, and nothing else (player %d)', (bpm, seed) => {
    const strokes = playedStrokes(24, 60 / bpm, seed, { spreadDb: 4 });
    const wanted = strokes.map(({ timeS }) => timeS + 1);
    const samples = recordingOf(
      strokes.map(({ timeS, db }) => ({ timeS: timeS + 1, db })),
      'breath',
      { tailS: 1, seed },
    );
    // That the tone begins is one too.
    const onsets = pulsesOf(samples).filter(({ timeS }) => timeS > wanted[0] - 0.3);
    const { f, medianErrorS, meanErrorS } = scored(
      onsets.map(({ timeS }) => timeS),
      wanted,
      0.025,
    );
    expect(f).toBe(1);
    expect(Math.abs(meanErrorS)).toBeLessThan(0.006);
    expect(medianErrorS).toBeLessThan(0.006);
  });

  it('a pulse that begins at a known moment is put there, whatever the pitch', () => {
    for (const hz of [65, 110, 440, 880]) {
      const samples = tone((t) => (t < 2 ? 1 : 1 + Math.min(1, (t - 2) / 0.06)), 3, hz);
      const [, pulse, ...more] = pulsesOf(samples);
      expect(more).toEqual([]);
      expect(Math.abs(pulse.timeS - 2)).toBeLessThan(0.008);
    }
  });

  it.each([
    ['a steady tone', tone(() => 1, 10)],
    ['one that dies away', tone((t) => Math.exp(-t / 3), 10)],
    [
      'one with a vibrato of 2 dB, five and a half times a second',
      tone((t) => 1 + 0.115 * Math.sin(2 * Math.PI * 5.5 * t), 10),
    ],
    ['one that swells over four seconds', tone((t) => 0.5 + Math.min(0.5, t / 8), 10)],
  ])('%s has none but its beginning', (_, samples) => {
    expect(pulsesOf(samples).filter(({ timeS }) => timeS > 0.5)).toEqual([]);
  });

  it('a room without a tone has none', () => {
    const room = recordingOf([], 'clap', { noiseDb: -62, tailS: 10 });
    expect(pulsesOf(room)).toEqual([]);
  });

  it('in pieces of any length it hears what it hears at once', () => {
    const samples = recordingOf(playedStrokes(12, 0.8, 7), 'breath', { tailS: 1 });
    const ears = new Ears(RATE, 'pulsed');
    const found = [];
    for (let at = 0; at < samples.length; at += 777) found.push(...ears.push(samples.subarray(at, at + 777)));
    found.push(...ears.end());
    const heardAtOnce = pulsesOf(samples);
    expect(found.slice(0, heardAtOnce.length)).toEqual(heardAtOnce);
    expect(heardAtOnce.length).toBeGreaterThanOrEqual(12);
  });
});
