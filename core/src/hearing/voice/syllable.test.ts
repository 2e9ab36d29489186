import { chance } from '../../players/index.ts';
import { addTone } from '../../testing/add-tone.ts';
import { BandLevels } from '../signal/band-levels.ts';
import { KeptSound } from './kept-sound.ts';
import { Syllables } from './syllable.ts';

const RATE = 22_050;
const timeS = 0.5;

interface Word {
  /** Level at its beginning, as a share of the vowel's. */
  begins?: number;
  swellsS?: number;
  diesS?: number;
  /** By such a share its pitch is higher at its beginning, and by how long it has come down by most of that. */
  glide?: number;
  glidesS?: number;
  /** What a partial about 4 kHz has of the vowel. */
  highDb?: number;
  /** A stroke at its beginning: one tone that dies away. */
  stroke?: number;
  strokeHz?: number;
  strokeDiesS?: number;
}

/** A vowel with a formant about 700 Hz. */
function isSyllable(word: Word): boolean {
  const { begins = 0.1, swellsS = 0.06, diesS = Infinity, glide = 0.1, glidesS = 0.15, highDb = -18 } = word;
  const { stroke = 0, strokeHz = 190, strokeDiesS = 0.025 } = word;
  const random = chance(3);
  const samples = Float32Array.from({ length: 1.5 * RATE }, () => 0.0005 * (2 * random() - 1));
  addTone(samples, RATE, {
    timeS,
    lengthS: 0.4,
    hz: (t) => 130 * (1 + glide * Math.exp(-t / glidesS)),
    level: (t) =>
      0.1 *
      Math.min(1, begins + (1 - begins) * (t / swellsS)) *
      Math.exp(-t / diesS) *
      Math.min(1, (0.4 - t) / 0.05),
    partials: 30,
    share: (n) => (n === 30 ? 10 ** (highDb / 20) : n === 5 ? 0.7 : n < 5 ? 0.5 : 0),
  });
  addTone(samples, RATE, {
    timeS,
    lengthS: 0.3,
    hz: () => strokeHz,
    level: (t) => stroke * Math.min(1, t / 0.001) * Math.exp(-t / strokeDiesS),
    partials: 1,
  });
  const sound = new KeptSound(RATE, 4);
  sound.push(samples);
  return new Syllables(sound, new BandLevels(RATE)).at(Math.round(timeS * RATE)).isSyllable;
}

it('behind its beginning comes a vowel that is louder, periodic and glides', () => {
  expect(isSyllable({})).toBe(true);
});

it('its pitch may fall by half an octave', () => {
  const fall = { glide: 0.8, glidesS: 0.1 };
  expect(isSyllable(fall)).toBe(true);
  expect(isSyllable({ ...fall, stroke: 0.4 })).toBe(true);
});

it('what is loud at once is none', () => {
  expect(isSyllable({ begins: 1 })).toBe(false);
  expect(isSyllable({ begins: 1, diesS: 0.08 })).toBe(false);
});

it('what is as loud as it gets within 10 ms is a string plucked with the finger, and none', () => {
  expect(isSyllable({ begins: 0, swellsS: 0.01 })).toBe(false);
});

it('what stands on its pitch is a note that swells, and none', () => {
  expect(isSyllable({ glide: 0 })).toBe(false);
});

describe('of a dull sound that swells', () => {
  it('a click before it is the beginning of a note, and none', () => {
    expect(isSyllable({ highDb: -40 })).toBe(true);
    expect(isSyllable({ highDb: -40, stroke: 0.4, strokeDiesS: 0.003 })).toBe(false);
  });

  it('what is bright at its beginning is a stroke, and none', () => {
    expect(isSyllable({ highDb: -40, stroke: 0.06, strokeHz: 5000, strokeDiesS: 0.004 })).toBe(false);
  });
});

describe('beside a stroke that is louder than it', () => {
  it('is told from the band of frequencies in which its vowel grows', () => {
    expect(isSyllable({ stroke: 0.4 })).toBe(true);
    expect(isSyllable({ stroke: 0.4, begins: 1 })).toBe(false);
  });

  it('is none where it is as loud as it gets within 15 ms', () => {
    expect(isSyllable({ stroke: 0.4, begins: 0, swellsS: 0.06 })).toBe(true);
    expect(isSyllable({ stroke: 0.4, begins: 0, swellsS: 0.015 })).toBe(false);
  });

  it('is none where the stroke itself lies in all its bands', () => {
    expect(isSyllable({ stroke: 0.4, strokeHz: 700, strokeDiesS: 0.004 })).toBe(false);
  });

  it('is none where less is bright of it than of any speech', () => {
    expect(isSyllable({ stroke: 0.4, highDb: -32 })).toBe(false);
  });

  it('is none where it stands on its pitch', () => {
    expect(isSyllable({ stroke: 0.4, glide: 0 })).toBe(false);
  });
});
