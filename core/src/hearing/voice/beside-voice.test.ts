import { chance } from '../../players/index.ts';
import { addTone } from '../../testing/add-tone.ts';
import { BandLevels } from '../signal/band-levels.ts';
import { brightStrokeAfterS, standsOutAfterS } from './beside-voice.ts';
import { KeptSound } from './kept-sound.ts';

const RATE = 22_050;
const FIRST = RATE / 2;

interface Sound {
  strokeHz: number;
  strokeDb: number;
  /** Full after so long, then dies away. */
  fullS?: number;
  diesS?: number;
  /** So long after `FIRST` it begins. */
  afterS?: number;
  /** Before and after it, only after it, or all through. */
  voice: 'around' | 'after' | 'through';
  /** Of a hiss that goes on up to the stroke, or ends so long before it: its peak beside the voice’s. */
  hissDb?: number;
  hissEndsS?: number;
}

/** A stroke at one frequency, in a voice at full level whose partials lie under 1 kHz. */
function soundOf({
  strokeHz,
  strokeDb,
  fullS = 0.001,
  diesS = 0.01,
  afterS = 0,
  voice,
  hissDb = -90,
  hissEndsS = 0,
}: Sound) {
  const random = chance(3);
  const samples = Float32Array.from({ length: 1.5 * RATE }, () => 0.0001 * (2 * random() - 1));
  const spoken = { hz: () => 140, level: () => 0.05, partials: 6 };
  if (voice === 'through') addTone(samples, RATE, { timeS: 0.1, lengthS: 1.2, ...spoken });
  else
    for (const timeS of voice === 'after' ? [0.65] : [0.2, 0.65])
      addTone(samples, RATE, {
        timeS,
        lengthS: 0.2,
        ...spoken,
        level: (t) => 0.05 * Math.min(1, t / 0.02, (0.2 - t) / 0.02),
      });
  const loudest = samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  addTone(samples, RATE, {
    timeS: FIRST / RATE + afterS,
    lengthS: 0.2,
    hz: () => strokeHz,
    level: (t) => loudest * 10 ** (strokeDb / 20) * Math.min(1, t / fullS) * Math.exp(-t / diesS),
    partials: 1,
  });
  const hiss = loudest * 10 ** (hissDb / 20);
  for (let i = Math.round(0.3 * RATE); i < FIRST - hissEndsS * RATE; i++)
    samples[i] += hiss * (2 * random() - 1);
  const sound = new KeptSound(RATE, 4);
  sound.push(samples);
  return sound;
}
const standsOut = (sound: Sound, next = Infinity) =>
  standsOutAfterS(FIRST, next, soundOf(sound), new BandLevels(RATE));
const bright = (sound: Sound, next = Infinity) => brightStrokeAfterS(FIRST, next, soundOf(sound));

describe('in one band', () => {
  it('a stroke stands out of a voice that goes on where it is: told where it begins', () => {
    expect(standsOut({ strokeHz: 2600, strokeDb: -3, voice: 'through' })).toBe(0);
  });

  it('a tone that comes in and does not die away is none', () => {
    expect(standsOut({ strokeHz: 2600, strokeDb: -3, fullS: 0.015, diesS: 1, voice: 'through' })).toBeNull();
  });

  it('what the voice does by itself is none', () => {
    expect(standsOut({ strokeHz: 560, strokeDb: -30, voice: 'through' })).toBeNull();
  });

  it('as a whole it is no further than 13 dB under the loudest around it', () => {
    expect(standsOut({ strokeHz: 2600, strokeDb: -8, voice: 'around' })).toBe(0);
    expect(standsOut({ strokeHz: 2600, strokeDb: -18, voice: 'around' })).toBeNull();
    expect(standsOut({ strokeHz: 2600, strokeDb: -18, voice: 'after' })).toBeNull();
  });

  it('what was there before it, nearly as loud, is none', () => {
    const stroke: Sound = { strokeHz: 2600, strokeDb: -3, voice: 'through' };
    expect(standsOut({ ...stroke, hissDb: 0 })).toBeNull();
    expect(standsOut({ ...stroke, hissDb: -23 })).toBe(0);
  });

  it('where it is loudest later, it is told there, unless that belongs to the next onset', () => {
    const late: Sound = { strokeHz: 4700, strokeDb: 0, afterS: 0.014, voice: 'through' };
    expect(Math.abs(standsOut(late)! - 0.014)).toBeLessThan(0.003);
    expect(standsOut(late, FIRST + Math.round(0.014 * RATE))).toBeNull();
  });
});

describe('bright', () => {
  it('what is above 3 kHz as loud as anything beside it, and dies away, is a stroke', () => {
    expect(bright({ strokeHz: 5000, strokeDb: -6, voice: 'through' })).toBe(0);
    expect(bright({ strokeHz: 5000, strokeDb: -6, diesS: 1, voice: 'through' })).toBeNull();
  });

  it('no further than 12 dB under the loudest around it', () => {
    expect(bright({ strokeHz: 5000, strokeDb: -9, voice: 'through' })).toBe(0);
    expect(bright({ strokeHz: 5000, strokeDb: -15, voice: 'through' })).toBeNull();
  });

  it('is softer than no hiss beside it', () => {
    const stroke: Sound = { strokeHz: 5000, strokeDb: -2, voice: 'through' };
    expect(bright({ ...stroke, hissDb: 1, hissEndsS: 0.05 })).toBeNull();
    expect(bright({ ...stroke, hissDb: -9, hissEndsS: 0.05 })).toBe(0);
  });

  it('what was there before it, nearly as loud, is none', () => {
    const stroke: Sound = { strokeHz: 5000, strokeDb: -6, voice: 'through' };
    expect(bright({ ...stroke, hissDb: -14 })).toBeNull();
    expect(bright({ ...stroke, hissDb: -30 })).toBe(0);
  });

  it('that begins 14 ms after the voice is told there, unless the next onset is that', () => {
    const late: Sound = { strokeHz: 5000, strokeDb: -3, afterS: 0.014, voice: 'through' };
    expect(Math.abs(bright(late)! - 0.014)).toBeLessThan(0.003);
    expect(bright(late, FIRST + Math.round(0.014 * RATE))).toBeNull();
  });

  it('a drum is none', () => {
    expect(bright({ strokeHz: 190, strokeDb: 0, voice: 'around' })).toBeNull();
  });
});
