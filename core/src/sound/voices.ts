/**
 * Click and drum voices, synthesised: damped modes and a breath of noise. Struck wood and a dry tick for clicks; low and
 * high drum, snare, hat and cymbal for grooves. Each is full from its first sample, so the sample it is placed on is its
 * onset. Peaks are such that all are equally loud by the measure of `loudness.ts`.
 */
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';

export const VOICES = ['wood', 'tick', 'low', 'high', 'snare', 'hat', 'cymbal'] as const;
export type VoiceName = (typeof VOICES)[number];

/** The loudness of a plain stroke of every voice; as high as the driest of them can reach. */
export const LEVEL_LKFS = -28;

interface Recipe {
  seconds: number;
  /** Damped sinusoids: frequency in Hz, time in seconds to fall to 1/e, share of the level. */
  modes: { hz: number; decayS: number; share: number }[];
  noise: { decayS: number; share: number };
  /** Of the plain stroke; found by measuring, so that it lies at LEVEL_LKFS. */
  peak: number;
}

const RECIPES: Record<VoiceName, Recipe> = {
  wood: {
    seconds: 0.12,
    modes: [
      { hz: 980, decayS: 0.018, share: 1 },
      { hz: 1573, decayS: 0.009, share: 0.6 },
      { hz: 2650, decayS: 0.004, share: 0.3 },
    ],
    noise: { decayS: 0.0012, share: 0.5 },
    peak: 0.386,
  },
  tick: {
    seconds: 0.04,
    modes: [{ hz: 3900, decayS: 0.0055, share: 1 }],
    noise: { decayS: 0.0008, share: 0.7 },
    peak: 0.387,
  },
  low: {
    seconds: 0.3,
    modes: [
      { hz: 62, decayS: 0.07, share: 1 },
      { hz: 118, decayS: 0.03, share: 0.5 },
      { hz: 1900, decayS: 0.002, share: 0.35 },
    ],
    noise: { decayS: 0.002, share: 0.2 },
    peak: 0.263,
  },
  high: {
    seconds: 0.22,
    modes: [
      { hz: 210, decayS: 0.05, share: 1 },
      { hz: 335, decayS: 0.03, share: 0.5 },
    ],
    noise: { decayS: 0.003, share: 0.3 },
    peak: 0.209,
  },
  snare: {
    seconds: 0.22,
    modes: [
      { hz: 185, decayS: 0.03, share: 0.7 },
      { hz: 330, decayS: 0.018, share: 0.4 },
    ],
    noise: { decayS: 0.045, share: 0.9 },
    peak: 0.199,
  },
  hat: {
    seconds: 0.06,
    modes: [
      { hz: 7200, decayS: 0.012, share: 0.4 },
      { hz: 9400, decayS: 0.01, share: 0.3 },
    ],
    noise: { decayS: 0.012, share: 0.8 },
    peak: 0.275,
  },
  cymbal: {
    seconds: 1.2,
    modes: [
      { hz: 3150, decayS: 0.3, share: 0.3 },
      { hz: 4870, decayS: 0.26, share: 0.3 },
      { hz: 6930, decayS: 0.2, share: 0.25 },
    ],
    noise: { decayS: 0.25, share: 0.7 },
    peak: 0.093,
  },
};

/** An accent of the same voice: a major third up and 3 dB louder. */
const ACCENT = { pitch: 2 ** (4 / 12), gain: 10 ** (3 / 20) };

export function isVoice(name: string): name is VoiceName {
  return (VOICES as readonly string[]).includes(name);
}

/** The voice that sounds for a name in a plan; a name this version lacks sounds as wood. */
export function voiceOrDefault(name: string): VoiceName {
  return isVoice(name) ? name : 'wood';
}

/** Samples in [-1, 1] of one stroke. */
export function voiceSamples(name: VoiceName, accent: boolean, sampleRateHz: number): Float32Array {
  const { seconds, modes, noise, peak } = RECIPES[name];
  const random = xoroshiro128plus(name.length);
  const samples = new Float32Array(Math.ceil(seconds * sampleRateHz));
  const pitch = accent ? ACCENT.pitch : 1;
  let loudest = 0;
  for (let i = 0; i < samples.length; i++) {
    const t = (i + 0.5) / sampleRateHz;
    let value = noise.share * (2 * uniformFloat64(random) - 1) * Math.exp(-t / noise.decayS);
    for (const { hz, decayS, share } of modes) {
      value += share * Math.cos(2 * Math.PI * hz * pitch * t) * Math.exp(-t / decayS);
    }
    // The last tenth fades to nothing, so no stroke ends in a step.
    const tail = Math.min(1, (samples.length - i) / (samples.length * 0.1));
    samples[i] = value * tail;
    loudest = Math.max(loudest, Math.abs(samples[i]));
  }
  const gain = (peak * (accent ? ACCENT.gain : 1)) / loudest;
  for (let i = 0; i < samples.length; i++) samples[i] *= gain;
  return samples;
}
