import { chance, playedStrokes, recordingOf } from '../players/index.ts';
import { strings } from '../testing/strings.ts';
import { type SoundKind, hear } from './index.ts';
import { kindOf } from './kind-teller.ts';

const RATE = 44_100;
const pitch = (i: number) => 220 * 2 ** (((i * 5) % 12) / 12);

interface Way {
  firstS?: number;
  fullAfterS?: number;
  /** How each ends. Left out, at once. */
  halvesInS?: number;
  /** While it sounds. */
  fallsDbPerS?: number;
  /** Every other one is so many times as loud. */
  accent?: number;
  /** What sounds with it: a tone whose pitch is so many times its own. */
  beside?: number;
}

/** One after the other, each full after 2 ms, or when it is said to be; each ends after so long. */
function tones(
  apartS: number,
  count: number,
  lengthS: number,
  { firstS = 0.5, fullAfterS = 0.002, halvesInS = 0.001, fallsDbPerS = 0, accent = 1, beside }: Way = {},
): Float32Array {
  const samples = new Float32Array(Math.round((firstS + count * apartS + 0.5) * RATE));
  for (let i = 0; i < count; i++)
    for (let k = 0; k < (lengthS + 8 * halvesInS) * RATE; k++) {
      const t = k / RATE;
      const envelope =
        Math.min(1, t / fullAfterS) *
        10 ** ((-fallsDbPerS * t) / 20) *
        2 ** (-Math.max(0, t - lengthS) / halvesInS);
      for (const hz of beside ? [pitch(i), beside * pitch(i)] : [pitch(i)])
        for (let n = 1; n <= 20; n++)
          samples[Math.round((firstS + i * apartS) * RATE) + k] +=
            (i % 2 === 0 ? 0.1 : 0.1 * accent) * 0.8 ** n * envelope * Math.sin(2 * Math.PI * n * hz * t);
    }
  return samples;
}

const plucks = (apartS: number, count: number) =>
  Array.from({ length: count }, (_, i) => ({ timeS: 0.5 + apartS * i, hz: pitch(i), level: 0.1 }));

describe('of itself a sound is heard', () => {
  it.each([
    [0.5, 14],
    [0.7, 10],
  ])('as plucked where it dies away, however soft its attack: %d s apart', (apartS, count) => {
    const { kind, onsets } = hear(strings(RATE, 8, plucks(apartS, count), 0.008), RATE);
    expect(kind).toBe('plucked');
    expect(onsets).toHaveLength(count);
  });

  it.each([0.5, 0.3])('as sustained where it stays, though it is there at once: %d s apart', (apartS) => {
    expect(hear(tones(apartS, 20, apartS - 0.05), RATE).kind).toBe('sustained');
  });

  it('as sustained where each lasts just long enough to tell, after a long silence too', () => {
    expect(hear(tones(0.3, 20, 0.19, { firstS: 5.5 }), RATE).kind).toBe('sustained');
  });

  it('as sustained where clear tones are short, and damped between', () => {
    expect(hear(tones(0.25, 40, 0.15, { halvesInS: 0.015 }), RATE).kind).toBe('sustained');
  });

  it('as sustained where each dies away most of the time, but has swelled', () => {
    const short = (fullAfterS: number) => tones(0.4, 20, 0.1, { fullAfterS, halvesInS: 0.04 });
    expect(hear(short(0.08), RATE).kind).toBe('sustained');
    expect(hear(short(0.02), RATE).kind).toBe('plucked');
  });

  it('as plucked where it falls a little, and is no clear tone', () => {
    const pairs = tones(0.4, 20, 0.4, { halvesInS: 0.015, fallsDbPerS: 3, beside: 1.41 });
    expect(hear(pairs, RATE).kind).toBe('plucked');
  });

  it.each([1, 1.41])('as sustained where it does not fall, or is a clear tone: two %f apart', (beside) => {
    const fallsDbPerS = beside === 1 ? 3 : 0;
    const pairs = tones(0.4, 20, 0.4, { halvesInS: 0.015, fallsDbPerS, beside });
    expect(hear(pairs, RATE).kind).toBe('sustained');
  });

  it('as struck where a clear tone is gone at once, in a room that is heard between strokes', () => {
    const random = chance(3);
    const strokes = tones(0.5, 14, 0.1, { halvesInS: 0.01 }).map(
      (value) => value + 0.008 * (2 * random() - 1),
    );
    expect(hear(strokes, RATE).kind).toBe('struck');
  });

  it('not as sustained where its notes come faster than anybody holds one', () => {
    expect(hear(tones(0.13, 50, 0.13), RATE).kind).toBe('plucked');
  });

  it('not as sustained where fast notes that die away get louder with the next one, and do not swell', () => {
    const fast = tones(0.145, 50, 0.145, { halvesInS: 0.004, fallsDbPerS: 120, accent: 3 });
    expect(hear(fast, RATE).kind).toBe('plucked');
  });
});

describe('is only heard in the ways that decide', () => {
  const asked = (samples: Float32Array) => {
    const ways: SoundKind[] = [];
    const as = (kind: SoundKind) => {
      if (!ways.includes(kind)) ways.push(kind);
      return hear(samples, RATE, kind).onsets;
    };
    const kind = kindOf({ samples, sampleRateHz: RATE, isOver: true, as });
    return { kind, ways };
  };

  it('as struck alone where it dies away', () => {
    expect(asked(strings(RATE, 8, plucks(0.5, 14), 0.008))).toEqual({ kind: 'plucked', ways: ['struck'] });
  });

  it('as sustained too where a room is heard between strokes, and as plucked not even there', () => {
    const claps = recordingOf(playedStrokes(14, 0.5, 3), 'clap');
    expect(asked(claps)).toEqual({ kind: 'struck', ways: ['sustained', 'struck'] });
  });

  it('as sustained and as plucked where it stays', () => {
    expect(asked(tones(0.5, 14, 0.45))).toEqual({ kind: 'sustained', ways: ['sustained', 'plucked'] });
  });
});
