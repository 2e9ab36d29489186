import { playedStrokes, recordingOf } from '../players/index.ts';
import { strings } from '../testing/strings.ts';
import { type SoundKind, hear } from './index.ts';
import { kindOf } from './kind-teller.ts';

const RATE = 44_100;
const pitch = (i: number) => 220 * 2 ** (((i * 5) % 12) / 12);

/** One after the other, full after 2 ms; each ends `gapS` before the next. */
function tones(apartS: number, count: number, gapS: number, firstS = 0.5): Float32Array {
  const samples = new Float32Array(Math.round((firstS + count * apartS + 0.5) * RATE));
  for (let i = 0; i < count; i++)
    for (let k = 0; k < (apartS - gapS) * RATE; k++) {
      const t = k / RATE;
      const envelope = Math.min(1, t / 0.002, (apartS - gapS - t) / 0.004);
      for (let n = 1; n <= 20; n++)
        samples[Math.round((firstS + i * apartS) * RATE) + k] +=
          0.1 * 0.8 ** n * envelope * Math.sin(2 * Math.PI * n * pitch(i) * t);
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
    expect(hear(tones(apartS, 20, 0.05), RATE).kind).toBe('sustained');
  });

  it('as sustained where each lasts just long enough to tell, after a long silence too', () => {
    expect(hear(tones(0.3, 20, 0.11, 5.5), RATE).kind).toBe('sustained');
  });

  it('not as sustained where its notes come faster than anybody holds one', () => {
    expect(hear(tones(0.13, 50, 0), RATE).kind).toBe('plucked');
  });
});

describe('is only heard in the ways that decide', () => {
  const asked = (samples: Float32Array) => {
    const ways: SoundKind[] = [];
    const as = (kind: SoundKind) => {
      ways.push(kind);
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
    expect(asked(tones(0.5, 14, 0.05))).toEqual({ kind: 'sustained', ways: ['sustained', 'plucked'] });
  });
});
