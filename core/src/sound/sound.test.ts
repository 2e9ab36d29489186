import fc from 'fast-check';
import { compile } from '../plan/index.ts';
import { plan } from '../testing/plans.ts';
import { VOICES, createRenderer, render, scheduleOf, voiceSamples } from './index.ts';

const RATES = [44_100, 48_000];

/** Frames where sound begins after at least `quiet` frames of nothing. */
function onsetFrames(samples: Float32Array, quiet: number): number[] {
  const onsets: number[] = [];
  let silent = quiet;
  samples.forEach((value, i) => {
    if (value === 0) silent++;
    else {
      if (silent >= quiet) onsets.push(i);
      silent = 0;
    }
  });
  return onsets;
}

describe('voices', () => {
  it.each(VOICES.flatMap((voice) => RATES.map((rate) => [voice, rate] as const)))(
    '%s at %d Hz: full from the first sample, below -3 dBFS, accent louder, no step at the end',
    (voice, rate) => {
      const plain = voiceSamples(voice, false, rate);
      const accent = voiceSamples(voice, true, rate);
      const peak = (s: Float32Array) => s.reduce((m, v) => Math.max(m, Math.abs(v)), 0);
      expect(Math.abs(plain[0])).toBeGreaterThan(0.1 * peak(plain));
      expect(peak(accent)).toBeLessThan(10 ** (-3 / 20));
      expect(peak(accent)).toBeGreaterThan(1.2 * peak(plain));
      expect(Math.abs(plain.at(-1)!)).toBeLessThan(1e-3);
    },
  );

  it('gives the same samples every time', () => {
    expect(voiceSamples('wood', false, 48_000)).toEqual(voiceSamples('wood', false, 48_000));
  });
});

describe('rendering', () => {
  it.each(RATES)('every sounding click begins on its own sample at %d Hz, silent ones nowhere', (rate) => {
    const timeline = compile(
      plan({ bars: 6, tempo: { bpm: 97, beat: '1/4' }, clicks: [{ every: '1/3' }], silence: { bars: 'xo' } }),
    );
    const expected = timeline.clicks.filter((c) => c.sounding).map((c) => Math.round(c.timeS * rate));
    expect(onsetFrames(render(timeline, rate), 1000)).toEqual(expected);
  });

  it('an unknown voice sounds as wood rather than not at all', () => {
    const timeline = compile(plan({ clicks: [{ every: '1/4', voice: 'gong' }] }));
    expect(scheduleOf(timeline)[0].voice).toBe('wood');
  });

  it('6 dB less is half the samples (10^(-6.02/20))', () => {
    const loud = render(compile(plan({ bars: 1 })), 44_100);
    const soft = render(compile(plan({ bars: 1, clicks: [{ every: '1/4', gainDb: -6.0206 }] })), 44_100);
    expect(soft[10] / loud[10]).toBeCloseTo(0.5, 4);
  });

  it('property: each cutting into blocks gives the same samples as one piece', () => {
    const timeline = compile(
      plan({ bars: 2, tempo: { bpm: 300, beat: '1/4' }, clicks: [{ every: '1/16' }] }),
    );
    const whole = render(timeline, 8000);
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 900 }), { minLength: 60, maxLength: 60 }), (sizes) => {
        const renderer = createRenderer(scheduleOf(timeline), 8000);
        let frame = 0;
        for (const size of sizes) {
          const block = new Float32Array(size);
          renderer.fill(block, frame);
          const expected = whole.subarray(frame, frame + size);
          expect(block.subarray(0, expected.length)).toEqual(expected);
          frame += size;
        }
      }),
      { numRuns: 20 },
    );
  });

  it('a range is cut out of the whole; before time zero there is silence', () => {
    const timeline = compile(plan({ bars: 1 }));
    const whole = render(timeline, 48_000);
    expect(render(timeline, 48_000, { fromS: 0.61, toS: 0.7 })).toEqual(whole.subarray(29_280, 33_600));
    expect(render(timeline, 48_000, { fromS: -0.1, toS: 0 }).every((v) => v === 0)).toBe(true);
  });

  it('however many layers sound together, nothing passes -3 dBFS; a single accented stroke is left as it is', () => {
    const layers = [...VOICES, ...VOICES, ...VOICES].map((voice) => ({ every: '1/4', voice, accent: ['0'] }));
    const loud = render(compile(plan({ clicks: layers })), 48_000);
    const peak = (samples: Float32Array) => samples.reduce((max, v) => Math.max(max, Math.abs(v)), 0);
    expect(peak(loud)).toBeLessThan(10 ** (-3 / 20));
    expect(peak(loud)).toBeGreaterThan(0.6);
    for (const voice of VOICES) {
      const one = render(compile(plan({ bars: 1, clicks: [{ at: ['0'], voice, accent: ['0'] }] })), 48_000);
      const stroke = voiceSamples(voice, true, 48_000);
      expect(one.subarray(0, stroke.length)).toEqual(stroke);
    }
  });
});
