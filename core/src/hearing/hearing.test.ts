import { type Stroke, type StrokeKind, chance, playedStrokes, recordingOf } from '../players/index.ts';
import { scored } from '../testing/scored.ts';
import { Ears, type SoundKind, hear } from './index.ts';

const RATE = 48_000;
const times = (onsets: readonly { timeS: number }[]) => onsets.map(({ timeS }) => timeS);
const truthOf = (strokes: readonly Stroke[]) => strokes.map(({ timeS }) => timeS);

/** How well a seeded recording is heard, within so much. */
function heard(
  kind: StrokeKind,
  apartS: number,
  { noiseDb = -55, spreadDb = 10, seed = 1, rate = RATE, count = 50 } = {},
) {
  const strokes = playedStrokes(count, apartS, seed, { spreadDb });
  const found = hear(recordingOf(strokes, kind, { noiseDb, seed, rate }), rate);
  return { ...scored(times(found.onsets), truthOf(strokes), 0.025), kind: found.kind };
}

describe('struck sounds, chosen by the ears themselves', () => {
  const cases: [StrokeKind, number, number, number][] = [
    ['clap', 0.5, -60, 6],
    ['clap', 0.15, -40, 20],
    ['wood', 0.25, -50, 12],
    ['drum', 0.3, -60, 6],
    ['muted', 0.2, -45, 12],
    ['plucked', 0.3, -45, 12],
  ];
  it.each(cases)(
    '%s every %f s, noise at %i dB, %i dB of dynamics: all, and to a tenth of a millisecond',
    (kind, apartS, noiseDb, spreadDb) => {
      const { f, missed, extra, medianErrorS } = heard(kind, apartS, { noiseDb, spreadDb });
      expect({ f, missed, extra }).toEqual({ f: 1, missed: 0, extra: 0 });
      expect(medianErrorS).toBeLessThan(1e-4);
    },
  );

  it.each([8000, 22_050, 44_100, 96_000])('at %i samples a second too', (rate) => {
    const { f, medianErrorS } = heard('clap', 0.4, { rate, count: 30 });
    expect(f).toBeGreaterThan(0.98);
    expect(medianErrorS).toBeLessThan(rate < 16_000 ? 1e-3 : 2e-4);
  });

  it('ghost notes over ringing strings, up to 20 dB under an accent: nine in ten', () => {
    const { missed, extra, medianErrorS } = heard('plucked', 0.15, {
      noiseDb: -50,
      spreadDb: 20,
      seed: 3,
      count: 80,
    });
    expect(missed).toBeLessThanOrEqual(8);
    expect(extra).toBe(0);
    expect(medianErrorS).toBeLessThan(2e-4);
  });

  it.each([
    ['10 ms before it is its beginning', 0.01, 1],
    ['18 ms before it, as in a flam, is one of its own', 0.018, 2],
  ])('a stroke on wood 15 dB softer than another, %s', (_, beforeS, count) => {
    const strokes = Array.from({ length: 16 }, (_, i) => 0.5 + 0.5 * i).flatMap((timeS) => [
      { timeS: timeS - beforeS, db: -18 },
      { timeS, db: -3 },
    ]);
    const sound = recordingOf(strokes, 'wood', { noiseDb: -60, seed: 2, rate: RATE });
    const { onsets } = hear(sound, RATE, 'struck');
    const truth = truthOf(strokes).filter((_, i) => i % 2 < count);
    expect(scored(times(onsets), truth, 0.002)).toMatchObject({ missed: 0, extra: 0 });
  });

  it('low toms under the hiss of a cymbal that rings on are found, and when they begin', () => {
    const random = chance(8);
    const samples = new Float32Array(8 * RATE);
    const add = (timeS: number, length: number, sound: (t: number) => number) => {
      for (let i = 0, at = Math.round(timeS * RATE); i < length * RATE && at < samples.length; i++, at++)
        samples[at] += sound(i / RATE);
    };
    let [before, beforeThat] = [0, 0];
    // Noise without what is low, by taking its second differences.
    const hiss = () => {
      const white = 2 * random() - 1;
      const high = white - 2 * before + beforeThat;
      [before, beforeThat] = [white, before];
      return high;
    };
    const cymbalsS = [0.5, 2.5, 4.5];
    const tomsS = cymbalsS.flatMap((timeS) => [timeS + 0.4, timeS + 0.8, timeS + 1.2]);
    for (const timeS of cymbalsS) add(timeS, 8, (t) => 0.08 * hiss() * Math.exp(-t / 1.5));
    for (const timeS of tomsS)
      add(
        timeS,
        0.5,
        (t) => 0.2 * Math.min(1, t / 0.004) * Math.sin(2 * Math.PI * 110 * t) * Math.exp(-t / 0.12),
      );
    const found = times(hear(samples, RATE, 'struck').onsets);
    const truth = [...cymbalsS, ...tomsS].sort((a, b) => a - b);
    expect(scored(found, truth, 0.01)).toMatchObject({ missed: 0, extra: 0 });
  });

  it('soft claps, 30 dB under a loud one, are found', () => {
    const strokes = Array.from({ length: 40 }, (_, i) => ({
      timeS: 0.5 + 0.4 * i,
      db: i % 4 === 0 ? 0 : -30,
    }));
    const found = hear(recordingOf(strokes, 'clap', { noiseDb: -65 }), RATE);
    expect(scored(times(found.onsets), truthOf(strokes), 0.01)).toMatchObject({ missed: 0, extra: 0 });
  });

  it('the volume of the recording changes nothing', () => {
    const strokes = playedStrokes(30, 0.3, 4);
    const loud = recordingOf(strokes, 'wood', { noiseDb: -50 });
    const soft = loud.map((value) => value / 50);
    expect(times(hear(soft, RATE).onsets)).toEqual(
      times(hear(loud, RATE).onsets).map((time) => expect.closeTo(time, 3)),
    );
  });
});

/** Sound cards add it, a hundredth of full level at times. */
describe('what is constant in a recording', () => {
  it.each(['clap', 'drum', 'plucked', 'bowed'] as const)('%s: changes nothing', (kind) => {
    const strokes = playedStrokes(30, 0.4, 5, { spreadDb: 12 });
    const sound = recordingOf(strokes, kind, { noiseDb: -60, seed: 5 }).map((value) => 0.2 * value);
    const plain = hear(sound, RATE);
    const offset = hear(
      sound.map((value) => value + 0.02),
      RATE,
    );
    expect(offset.kind).toBe(plain.kind);
    expect(times(offset.onsets)).toEqual(times(plain.onsets).map((time) => expect.closeTo(time, 3)));
    expect(offset.onsets.map(({ strength }) => strength)).toEqual(
      plain.onsets.map(({ strength }) => expect.closeTo(strength, 2)),
    );
  });
});

describe('bowed and blown tones, which have no attack', () => {
  it.each(['bowed', 'blown'] as const)('%s: heard as sustained, where they begin to swell', (kind) => {
    for (const apartS of [0.5, 0.3]) {
      const result = heard(kind, apartS, { spreadDb: 6 });
      expect(result).toMatchObject({ kind: 'sustained', missed: 0, extra: 0 });
      expect(result.medianErrorS).toBeLessThan(0.004);
    }
  });

  it('their ends are told where they are told apart', () => {
    const strokes = Array.from({ length: 12 }, (_, i) => ({ timeS: 0.5 + 0.8 * i, db: 0 }));
    const { onsets } = hear(recordingOf(strokes, 'blown', { noiseDb: -60 }), RATE, 'sustained');
    // Each sounds for 92 % of the way to the next.
    const ends = onsets
      .slice(0, -1)
      .flatMap(({ endS }, i) => (endS === undefined ? [] : [endS - strokes[i].timeS]));
    expect(ends.length).toBeGreaterThan(8);
    for (const length of ends) expect(length).toBeCloseTo(0.736, 1);
  });
});

/** A tone of twelve harmonics, each softer than the one below it; `levelAt` gives its level some seconds after its beginning. */
function addTone(
  samples: Float32Array,
  fromS: number,
  lengthS: number,
  hz: number,
  levelAt: (afterS: number) => number,
) {
  const first = Math.round(fromS * RATE);
  for (let i = 0; i < lengthS * RATE && first + i < samples.length; i++) {
    const phase = (2 * Math.PI * hz * i) / RATE;
    for (let k = 1; k <= 12; k++) samples[first + i] += (levelAt(i / RATE) / k) * Math.sin(k * phase);
  }
}

const quietRoom = (seconds: number, seed: number) => {
  const random = chance(seed);
  return Float32Array.from({ length: seconds * RATE }, () => 0.0005 * (2 * random() - 1));
};

/** The bow goes on: one note swells as the other dies, within 20 ms. */
function tiedNotes() {
  const samples = quietRoom(8, 5);
  const pitches = [220, 262, 294, 247, 330, 196, 262, 220, 294, 349];
  const truth = pitches.map((_, i) => 0.5 + i * 0.6);
  pitches.forEach((hz, i) =>
    addTone(samples, truth[i], 0.62, hz, (t) => 0.1 * Math.min(1, t / 0.02, Math.max(0, (0.62 - t) / 0.02))),
  );
  return { samples, truth };
}

describe('notes of which none is silent before the next', () => {
  it('tied ones as loud as each other are told by their pitch, and where it changes', () => {
    const { samples, truth } = tiedNotes();
    const { kind, onsets } = hear(samples, RATE);
    expect(kind).toBe('sustained');
    const { missed, extra, meanErrorS } = scored(times(onsets), truth, 0.025);
    expect({ missed, extra }).toEqual({ missed: 0, extra: 0 });
    expect(Math.abs(meanErrorS)).toBeLessThan(0.012);
  });

  it('the end of a held note is no beginning, and hides none', () => {
    const samples = quietRoom(12, 6);
    const truth = Array.from({ length: 16 }, (_, i) => 0.5 + 0.5 * i);
    truth.forEach((timeS, i) =>
      addTone(
        samples,
        timeS,
        0.44,
        [220, 262, 294][i % 3],
        (t) => 0.1 * Math.min(1, t / 0.04) * Math.min(1, Math.max(0, (0.44 - t) / 0.03)),
      ),
    );
    const { kind, onsets } = hear(samples, RATE);
    expect(kind).toBe('sustained');
    expect(scored(times(onsets), truth, 0.025)).toMatchObject({ missed: 0, extra: 0 });
  });

  // The lowest string of a bass: 41 Hz, 24 ms from pulse to pulse.
  it('the pulses of a low string are no strokes', () => {
    const samples = quietRoom(10, 7);
    const truth = Array.from({ length: 16 }, (_, i) => 0.5 + 0.5 * i);
    truth.forEach((timeS, i) =>
      addTone(
        samples,
        timeS,
        0.6,
        [41.2, 49, 55][i % 3],
        (t) => 0.1 * Math.min(1, t / 0.001) * Math.exp(-t / 0.4) * Math.max(0, Math.min(1, (0.5 - t) / 0.01)),
      ),
    );
    const { onsets } = hear(samples, RATE, 'plucked');
    expect(scored(times(onsets), truth, 0.025)).toMatchObject({ missed: 0, extra: 0 });
  });
});

describe('as it comes', () => {
  const strokes = playedStrokes(24, 0.35, 9);
  const sound = recordingOf(strokes, 'clap');
  const inPieces = (piece: number, kind: SoundKind | null) => {
    const ears = new Ears(RATE, kind);
    const onsets = [];
    for (let at = 0; at < sound.length; at += piece)
      onsets.push(...ears.push(sound.subarray(at, at + piece)));
    return [...onsets, ...ears.end()].filter(({ timeS }) => timeS < sound.length / RATE);
  };

  it.each([64, 128, 1000, 48_000])('in pieces of %i samples it is heard as in one', (piece) => {
    expect(inPieces(piece, 'struck')).toEqual(hear(sound, RATE, 'struck').onsets);
    expect(inPieces(piece, null)).toEqual(hear(sound, RATE).onsets);
  });

  it.each([128, 4096, 30_000])(
    'in pieces of %i samples, notes that strike nothing between strokes too',
    (piece) => {
      const { samples, truth } = tiedNotes();
      // Claps so soon after the changes that these are told after them.
      const claps = recordingOf(
        truth.map((timeS) => ({ timeS: timeS + 0.12, db: 0 })),
        'clap',
      );
      for (let i = 0; i < samples.length; i++) samples[i] += claps[i] ?? 0;
      const whole = times(hear(samples, RATE, 'plucked').onsets);
      expect(whole.length).toBeGreaterThan(truth.length + 4);
      const ears = new Ears(RATE, 'plucked');
      const onsets = [];
      for (let at = 0; at < samples.length; at += piece)
        onsets.push(...ears.push(samples.subarray(at, at + piece)));
      const heardS = times([...onsets, ...ears.end()]).filter((timeS) => timeS < samples.length / RATE);
      expect(heardS.sort((a, b) => a - b)).toEqual(whole);
    },
  );

  it('a stroke is told of at most 50 ms after it', () => {
    const ears = new Ears(RATE, 'struck');
    const late: number[] = [];
    for (let at = 0; at < sound.length; at += 128)
      for (const { timeS } of ears.push(sound.subarray(at, at + 128))) late.push(ears.heardS - timeS);
    expect(late.length).toBe(strokes.length);
    expect(Math.max(...late)).toBeLessThan(0.05);
  });
});

describe('nothing is made up', () => {
  const noise = (seconds: number, level: number) => {
    const random = chance(7);
    return Float32Array.from({ length: seconds * RATE }, () => level * (2 * random() - 1));
  };
  it.each([
    ['silence', new Float32Array(10 * RATE)],
    ['steady noise', noise(10, 0.05)],
    [
      'a steady tone',
      Float32Array.from({ length: 10 * RATE }, (_, i) => 0.3 * Math.sin(i / 20) * Math.min(1, i / 20_000)),
    ],
  ])('in %s at most the beginning is heard', (_, samples) => {
    expect(hear(samples, RATE).onsets.filter(({ timeS }) => timeS > 0.6)).toEqual([]);
  });

  it('no sound at all has no onsets', () => {
    expect(hear(new Float32Array(0), RATE).onsets).toEqual([]);
  });
});
