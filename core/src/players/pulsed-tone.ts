/** One long tone with pulses of the breath in it: what a wind player practises to feel the beat without tonguing it. */
import { harmonics } from './harmonics.ts';

/** A pulse of the breath: so long on its way up, and back again; at its top so many times the tone's own level. */
const PULSE = { riseS: 0.05, fallS: 0.16, times: 2 } as const;
const TONE_LEVEL = 0.12;

/** @param strokes when the pulses begin, and how strong they are; the tone sounds from a little before the first to a little after the last. */
export function addPulsedTone(
  samples: Float32Array,
  strokes: readonly { timeS: number; db: number }[],
  rate: number,
  random: () => number,
): void {
  if (strokes.length === 0) return;
  const hz = 180 + 260 * random();
  const firstS = Math.max(0, strokes[0].timeS - 0.8);
  const endS = strokes[strokes.length - 1].timeS + 0.5;
  const level = new Float32Array(samples.length).fill(1);
  for (const { timeS, db } of strokes) {
    const more = (PULSE.times - 1) * 10 ** (db / 20);
    const first = Math.round(timeS * rate);
    for (let i = first; i < Math.min(level.length, first + rate); i++) {
      const t = (i - first) / rate;
      const shape = t < PULSE.riseS ? t / PULSE.riseS : Math.exp(-(t - PULSE.riseS) / PULSE.fallS);
      level[i] = Math.max(level[i], 1 + more * shape);
    }
  }
  for (let i = Math.round(firstS * rate); i < Math.min(samples.length, endS * rate); i++) {
    const t = i / rate;
    const swell = Math.min(1, (t - firstS) / 0.1, (endS - t) / 0.1);
    samples[i] += TONE_LEVEL * Math.max(0, swell) * level[i] * harmonics(2 * Math.PI * hz * t, 8, 0.4);
  }
}
