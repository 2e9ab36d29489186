import { chance } from '../../players/index.ts';
import { ToneEntry } from './tone-entry.ts';

const BANDS = 60;
const OVERLAP = 4;
const FRAMES = 50;
/** A tone of three partials, and another one. */
const OWN = [10, 22, 30];
const OTHER = [14, 26, 40];

/** What a von Hann window centred on a frame sees of a level over time, which is counted in frames. */
function seen(level: (time: number) => number, frame: number): number {
  let sum = 0;
  let weight = 0;
  for (let i = 0; i < 200; i++) {
    const u = (i + 0.5) / 200;
    const taper = 0.5 - 0.5 * Math.cos(2 * Math.PI * u);
    sum += taper * level(frame + (u - 0.5) * OVERLAP);
    weight += taper;
  }
  return sum / weight;
}

/** Frames in which the tone, and the other one, are so many times as loud as the noise. */
function entryOf(own: (time: number) => number, other: (time: number) => number = () => 0): ToneEntry {
  const random = chance(3);
  const entry = new ToneEntry(BANDS, OVERLAP);
  for (let frame = 0; frame < FRAMES; frame++) {
    const magnitudes = Array.from({ length: BANDS }, () => 1 + 0.2 * (2 * random() - 1));
    for (const band of OWN) magnitudes[band] += seen(own, frame);
    for (const band of OTHER) magnitudes[band] += seen(other, frame);
    entry.push(Float32Array.from(magnitudes, (magnitude) => Math.log10(1 + magnitude)));
  }
  return entry;
}
const from = (start: number, length: number) => (time: number) =>
  50 * Math.min(1, Math.max(0, (time - start) / Math.max(1e-9, length)));
const endsAt = (end: number) => (time: number) => (time < end ? 200 : 200 * 0.5 ** (time - end));

describe('a tone that comes in', () => {
  it.each([25, 25.3, 25.5, 25.9])('at once, at frame %d, begins there', (start) => {
    expect(Math.abs(entryOf(from(start, 0)).rise(26)!.begins - start)).toBeLessThan(0.3);
  });

  it.each([
    [24, 3],
    [24, 6],
    [23.5, 8],
  ])(
    'that swells from frame %d on, over %d of them, begins at a fifth of its way, its foot is there',
    (start, length) => {
      const { foot, begins } = entryOf(from(start, length)).rise(27)!;
      expect(Math.abs(begins - (start + 0.2 * length))).toBeLessThan(0.5);
      expect(Math.abs(foot - start)).toBeLessThan(0.5);
    },
  );

  it('begins there under the end of one that is four times as loud, too', () => {
    for (const length of [0, 6]) {
      const { begins } = entryOf(from(25, length), endsAt(25)).rise(27)!;
      expect(Math.abs(begins - (25 + 0.2 * length))).toBeLessThan(0.5);
    }
  });

  it('stays', () => {
    expect(entryOf(from(25, 0), endsAt(25)).stays(25, 14)).toBeGreaterThan(0.03);
    expect(entryOf(from(24, 6), endsAt(25)).stays(26, 14)).toBeGreaterThan(0.03);
  });
});

describe('what is no tone that comes in', () => {
  it('noise does not stay, and has no beginning of its own', () => {
    const entry = entryOf(() => 0);
    for (let frame = 12; frame < 44; frame++) {
      expect(entry.stays(frame, 14)).toBeLessThan(0.001);
      expect(entry.rise(frame)).toBeNull();
    }
  });

  it('a tone that sways by 6 dB, three times in 45 frames, does not stay', () => {
    const entry = entryOf((time) => 50 * 10 ** (0.15 * Math.sin((2 * Math.PI * time) / 15)));
    for (let frame = 15; frame < 44; frame++) expect(entry.stays(frame, 14)).toBeLessThan(0.01);
  });

  it('one that dies away does not, and what was not heard yet is no tone either', () => {
    const entry = entryOf((time) => 50 * 0.95 ** time);
    for (let frame = 12; frame < 44; frame++) expect(entry.stays(frame, 14)).toBeLessThan(0.001);
    expect(new ToneEntry(BANDS, OVERLAP).stays(0, 14)).toBe(0);
  });
});
