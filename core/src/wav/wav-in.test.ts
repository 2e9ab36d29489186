import { WaveFile } from 'wavefile';
import { readWord, resampled } from './index.ts';

const sine = (hz: number, rateHz: number, frames: number) =>
  Float32Array.from({ length: frames }, (_, i) => 0.5 * Math.sin((2 * Math.PI * hz * i) / rateHz));

it.each([
  [1000, 22_050, 48_000],
  [4000, 22_050, 44_100],
  [1000, 48_000, 22_050],
])('a sine of %d Hz at %d a second is the same sine at %d', (hz, from, to) => {
  const made = resampled(sine(hz, from, 2205), to / from);
  const wanted = sine(hz, to, made.length);
  // The ends have no neighbours to be made of.
  for (let i = 100; i < made.length - 100; i++) expect(made[i]).toBeCloseTo(wanted[i], 2);
});

it('what a lower rate cannot hold is gone, not folded down', () => {
  const made = resampled(sine(20_000, 48_000, 4800), 22_050 / 48_000);
  expect(Math.max(...made.slice(100, -100).map(Math.abs))).toBeLessThan(0.01);
});

function file(bits: string, channels: number): Uint8Array {
  const wav = new WaveFile();
  wav.fromScratch(channels, 8000, bits, new Array(16 * channels).fill(8192));
  wav.setCuePoint({ position: 1 });
  return wav.toBuffer();
}

it('reads what an independent writer wrote (wavefile), with its cue point', () => {
  const { samples, feltFrame } = readWord(file('16', 1), 8000);
  expect([...samples]).toEqual(new Array(16).fill(0.25));
  expect(feltFrame).toBe(8);
});

it.each([
  ['stereo', file('16', 2)],
  ['24 bits', file('24', 1)],
  ['no WAV file', new Uint8Array(64)],
  ['cut short', file('16', 1).slice(0, 20)],
])('refuses %s', (_, bytes) => expect(() => readWord(bytes, 8000)).toThrow(Error));
