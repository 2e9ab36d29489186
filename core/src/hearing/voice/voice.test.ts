import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  STROKE_KINDS,
  type Stroke,
  type StrokeKind,
  chance,
  playedStrokes,
  recordingOf,
} from '../../players/index.ts';
import { type Tone, addTone } from '../../testing/add-tone.ts';
import { scored } from '../../testing/scored.ts';
import { WavReader } from '../../wav/wav-reader.ts';
import { type SoundKind, WholeEars } from '../index.ts';
import { VoiceTeller } from './voice.ts';

/** Spoken by a speech synthesizer (see core/sounds/count), each from its first sample on. */
const RATE = 22_050;
function word(name: string): Float32Array {
  const reader = new WavReader();
  const samples = reader.push(readFileSync(join(__dirname, '../../../sounds/count', `${name}.wav`)));
  expect(reader.format?.sampleRateHz).toBe(RATE);
  return samples;
}
const COUNTS = [
  'one and two and three and four and',
  'one e and a two e and a three e and a four e and a',
  'one two three four',
];

/** Counted aloud for so long, at so many words a second, so loud at its peak. */
function counting(text: string, lengthS: number, aSecond: number, peakDb: number): Float32Array {
  const words = text.split(' ').map(word);
  const random = chance(9);
  const spoken = recordingOf([], 'clap', { rate: RATE, noiseDb: -62, tailS: lengthS });
  const gain =
    10 ** (peakDb / 20) /
    Math.max(...words.map((one) => one.reduce((most, v) => Math.max(most, Math.abs(v)), 0)));
  let n = 0;
  for (let at = 0.3; at < lengthS - 0.5; at += (1 + 0.05 * (random() - 0.5)) / aSecond) {
    const loud = gain * 10 ** ((-4 * random()) / 20);
    words[n++ % words.length].forEach((value, i) => {
      const k = Math.round(at * RATE) + i;
      if (k < spoken.length) spoken[k] += loud * value;
    });
  }
  return spoken;
}

function heard(samples: Float32Array, rate = RATE, kind: SoundKind | null = 'struck') {
  const ears = new WholeEars(rate, kind);
  for (let at = 0; at < samples.length; at += 4096) ears.push(samples.subarray(at, at + 4096));
  return ears.end();
}
const mixed = (a: Float32Array, b: Float32Array) => a.map((value, i) => value + (b[i] ?? 0));
const struckKinds = STROKE_KINDS.filter((kind) => !['bowed', 'blown', 'breath'].includes(kind));

describe('counting aloud', () => {
  it('softly, on a sound card that adds a constant: told as well', () => {
    const sound = counting(COUNTS[0], 10, 2, -26);
    const plain = heard(sound);
    const offset = heard(sound.map((value) => value + 0.05));
    expect(plain.spoken.length).toBeGreaterThan(10);
    expect(offset.spoken.length).toBe(plain.spoken.length);
    expect(offset.strokes.length).toBe(plain.strokes.length);
  });

  it.each(COUNTS.flatMap((text) => [2, 3.5].map((aSecond) => [text, aSecond] as const)))(
    '20 s of “%s”, %d words a second: at most two false strokes',
    (text, aSecond) => {
      const { strokes, spoken, voice } = heard(counting(text, 20, aSecond, -6));
      expect(strokes.length).toBeLessThanOrEqual(2);
      expect(spoken.length).toBeGreaterThan(20);
      // All of it is one voice, from its first word to its last.
      expect(voice).toHaveLength(1);
      expect(voice[0].fromS).toBeLessThan(1);
      expect(voice[0].toS).toBeGreaterThan(18.5);
    },
  );

  // Strings that ring on hide the voice behind them.
  it.each(['clap', 'wood', 'muted'] as const)(
    'while a %s is played: what is louder than the voice is kept, and the voice left out',
    (kind) => {
      const strokes = playedStrokes(36, 0.5, 4, { spreadDb: 3 });
      const lengthS = 19;
      const voiced = counting(COUNTS[0], lengthS, 2.3, -14);
      const played = recordingOf(strokes.map(at(-3)), kind, { rate: RATE, tailS: 1, seed: 4 });
      const told = heard(mixed(voiced, played));
      const { missed, extra } = scored(
        times(told.strokes),
        strokes.map(({ timeS }) => timeS),
        0.025,
      );
      expect(missed).toBeLessThanOrEqual(4);
      expect(extra).toBeLessThanOrEqual(2);
    },
  );
});

it('a clap that is said to begin with what leads to it stands in speech, and when it is loudest', () => {
  const strokes = playedStrokes(36, 0.5, 4, { spreadDb: 3 });
  const claps = recordingOf(strokes.map(at(0)), 'clap', { rate: RATE, tailS: 1, seed: 4 });
  const voiced = counting(COUNTS[0], 19, 2.3, -20);
  const teller = new VoiceTeller(RATE);
  const ofVoice = heard(voiced).spoken;
  const early = strokes.map(({ timeS }) => ({ timeS: timeS - 0.012, strength: 0.5, confidence: 0.9 }));
  const sound = mixed(voiced, claps);
  for (let from = 0; from < sound.length; from += RATE)
    teller.push(sound.subarray(from, from + RATE), from === 0 ? [...ofVoice, ...early] : []);
  const told = teller.end();
  expect(told.voice).toHaveLength(1);
  const { missed, extra } = scored(times(told.strokes), times(strokes), 0.003);
  // Looked at where they are said to begin, none of them stands.
  expect(missed).toBeLessThanOrEqual(3);
  expect(extra).toBeLessThanOrEqual(4);
});

it('a word that begins 25 ms before a clap is no stroke because of it', () => {
  const strokes = playedStrokes(36, 0.5, 4, { spreadDb: 3 }).map(at(-3));
  const sound = recordingOf(strokes, 'clap', { rate: RATE, noiseDb: -62, tailS: 1, seed: 4 });
  const words = ['one', 'two', 'three', 'four'].map(word);
  const loudest = Math.max(...words.map((one) => one.reduce((most, v) => Math.max(most, Math.abs(v)), 0)));
  strokes.forEach(({ timeS }, n) => {
    const first = Math.round((timeS - 0.025) * RATE);
    words[n % words.length].forEach((value, i) => {
      if (first + i < sound.length) sound[first + i] += (0.2 * value) / loudest;
    });
  });
  const { strokes: told, spoken } = heard(sound);
  expect(spoken.length).toBeGreaterThanOrEqual(36);
  expect(scored(times(told), times(strokes), 0.01)).toMatchObject({ missed: 0, extra: 0 });
});

/** Strokes twice a second, and with each a word that begins so long before it, its peak as loud. */
function counted(kind: StrokeKind, beforeS: number) {
  const of = playedStrokes(32, 0.5, 4, { spreadDb: 3 });
  const sound = recordingOf(of, kind, { rate: RATE, noiseDb: -62, tailS: 1, seed: 4 });
  const loudest = (samples: Float32Array) => samples.reduce((most, v) => Math.max(most, Math.abs(v)), 0);
  const words = ['one', 'two', 'three', 'four'].map(word);
  const gain = loudest(sound) / Math.max(...words.map(loudest));
  of.forEach(({ timeS }, n) =>
    words[n % words.length].forEach((value, i) => {
      const at = Math.round((timeS - beforeS) * RATE) + i;
      if (at < sound.length) sound[at] += gain * value;
    }),
  );
  return { sound, truthS: times(of) };
}

// Whose words begin with the strokes, or just before them, hides their beginnings: no vowel is louder than a stroke.
it.each([
  ['clap', -0.02, 0],
  ['clap', 0, 0],
  ['wood', 0, 0],
  ['wood', 0.06, 2],
  ['drum', 0, 0],
  ['drum', 0.06, 2],
  ['muted', -0.02, 0],
  ['muted', 0.06, 0],
] as const)(
  'counting with every %s, words begun %f s before it, is told from it: no word is a stroke, at most %d strokes are words',
  (kind, beforeS, mostMissed) => {
    const { sound, truthS } = counted(kind, beforeS);
    const told = heard(sound, RATE, kind === 'muted' ? 'plucked' : 'struck');
    const { missed, extra } = scored(times(told.strokes), truthS, 0.01);
    expect(missed).toBeLessThanOrEqual(mostMissed);
    expect(extra).toBe(0);
  },
);

describe('where nobody speaks', () => {
  /** Thirty of them, in a room. */
  function tones(seconds: number, apartS: number, noiseDb: number, tone: () => Omit<Tone, 'timeS'>) {
    const samples = recordingOf([], 'clap', { rate: 48_000, noiseDb, tailS: seconds });
    for (let n = 0; n < 30; n++) addTone(samples, 48_000, { timeS: 0.5 + apartS * n, ...tone() });
    return samples;
  }

  it('strings that are bent glide as far as a voice, but die away', () => {
    const bent = (t: number) => 0.06 * Math.min(1, Math.max(0, (t - 0.03) / 0.15));
    const samples = tones(16, 0.5, -60, () => ({
      lengthS: 0.48,
      hz: (t) => 196 * (1 + bent(t)),
      level: (t) => 0.1 * Math.min(1, t / 0.002) * Math.exp(-3 * t),
      partials: 24,
      share: (n, t) => 0.8 ** n * Math.exp(-0.3 * n * t),
    }));
    const { strokes, spoken } = heard(samples, 48_000, 'plucked');
    expect(spoken).toEqual([]);
    expect(strokes).toHaveLength(30);
  });

  it.each(struckKinds)('%s: no stroke is taken for a voice', (kind: StrokeKind) => {
    for (const [apartS, seed] of [
      [0.5, 1],
      [0.25, 2],
      [0.9, 3],
    ] as const) {
      const samples = recordingOf(playedStrokes(30, apartS, seed, { spreadDb: 14 }), kind, { seed });
      const { spoken, voice } = heard(samples, 48_000);
      expect(spoken).toEqual([]);
      expect(voice).toEqual([]);
    }
  });

  it('notes that swell after a soft beginning stand on their pitch, and are none', () => {
    const random = chance(7);
    const samples = tones(14, 0.4, -60, () => {
      const hz = 147 * 2 ** (Math.floor(12 * random()) / 12);
      return { lengthS: 0.35, hz: () => hz, level: (t) => swelling(t) * Math.exp(-t / 0.2), partials: 1 };
    });
    const { strokes, spoken } = heard(samples, 48_000);
    expect(spoken).toEqual([]);
    expect(strokes.length).toBeGreaterThanOrEqual(30);
  });

  it('strings plucked with the finger begin softly, and their pitch glides down: they are loud at once all the same, and are none', () => {
    const random = chance(5);
    const samples = tones(14, 0.4, -60, () => {
      const hz = 147 * 2 ** (Math.floor(12 * random()) / 12);
      return {
        lengthS: 0.38,
        hz: (t) => hz * (1 + 0.06 * Math.exp(-t / 0.06)),
        level: (t) => 0.1 * Math.min(1, t / 0.025, (0.38 - t) / 0.05) * Math.exp(-t / 0.4),
        partials: 24,
        share: (n) => 0.8 ** n,
      };
    });
    const { strokes, spoken } = heard(samples, 48_000, 'plucked');
    expect(spoken).toEqual([]);
    expect(strokes).toHaveLength(30);
  });

  // As a harp’s or a vibraphone’s notes do, of which far less lies above 3 kHz than of any speech.
  it.each([
    { highDb: -30, voices: 0 },
    { highDb: -18, voices: 1 },
  ])('notes that swell and glide, $highDb dB of them high up: $voices voices', ({ highDb, voices }) => {
    const samples = tones(14, 0.4, -70, () => ({
      lengthS: 0.35,
      hz: (t) => 147 * (1 + 0.1 * Math.exp(-t / 0.2)),
      level: (t) => swelling(t) * Math.min(1, (0.35 - t) / 0.05),
      partials: 30,
      // The 30th partial lies well above 3 kHz.
      share: (n) => (n === 1 ? 1 : n === 30 ? 10 ** (highDb / 20) : 0),
    }));
    expect(heard(samples, 48_000).voice).toHaveLength(voices);
  });

  it('held tones swell and are periodic, and are not looked at in this way', () => {
    const samples = recordingOf(playedStrokes(20, 0.6, 1), 'bowed');
    const told = heard(samples, 48_000, null);
    expect(told).toMatchObject({ kind: 'sustained', voice: [], spoken: [] });
    expect(told.strokes.length).toBeGreaterThanOrEqual(20);
  });
});

/** From a quarter of its level on. */
const swelling = (t: number) => 0.3 * (0.25 + 0.75 * (1 - Math.exp(-t / 0.02)));
const at = (db: number) => (stroke: Stroke) => ({ ...stroke, db: stroke.db + db });
const times = (onsets: readonly { timeS: number }[]) => onsets.map(({ timeS }) => timeS);
