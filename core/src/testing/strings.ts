import { chance } from '../players/index.ts';

export interface Pluck {
  timeS: number;
  hz: number;
  level: number;
}

const RINGS_S = 3;

/** Strings that ring on, eight partials each, full after `attackS`; in a room whose noise is 66 dB down, or as loud as it is said to be. */
export function strings(
  rate: number,
  seconds: number,
  plucks: readonly Pluck[],
  attackS = 0.001,
  noise = 0.0005,
): Float32Array {
  const random = chance(7);
  const samples = Float32Array.from({ length: seconds * rate }, () => noise * (2 * random() - 1));
  for (const { timeS, hz, level } of plucks)
    for (let n = 1; n <= 8; n++) {
      const first = Math.round(timeS * rate);
      for (let k = 0; k < RINGS_S * rate && first + k < samples.length; k++) {
        const t = k / rate;
        // Nothing ends at once.
        const envelope = Math.min(1, t / attackS, (RINGS_S - t) / 0.5) * Math.exp(-t * (0.8 + 0.4 * n));
        samples[first + k] += level * 0.6 ** (n - 1) * envelope * Math.sin(2 * Math.PI * n * hz * t);
      }
    }
  return samples;
}
