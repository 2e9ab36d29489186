/** Sound between its samples: what a recorder hears of a click that falls between two of its own. */
const TAPS = 12;

/**
 * The sound read from a fraction of a sample on: a sinc under a Hann window of 24 samples; silence beyond its ends.
 * @param from place of the first value; it may lie before the sound.
 */
export function readFrom(samples: Float32Array, from: number, length: number): Float32Array {
  const whole = Math.floor(from);
  const part = from - whole;
  const made = new Float32Array(length);
  if (part < 1e-6) {
    for (let i = Math.max(0, -whole); i < length && whole + i < samples.length; i++)
      made[i] = samples[whole + i];
    return made;
  }
  const weights = Float64Array.from({ length: 2 * TAPS }, (_, tap) => {
    const x = part - (tap + 1 - TAPS);
    return (Math.sin(Math.PI * x) / (Math.PI * x)) * (0.5 + 0.5 * Math.cos((Math.PI * x) / TAPS));
  });
  for (let i = 0; i < length; i++) {
    const first = whole + i + 1 - TAPS;
    const end = Math.min(2 * TAPS, samples.length - first);
    let sum = 0;
    for (let tap = Math.max(0, -first); tap < end; tap++) sum += weights[tap] * samples[first + tap];
    made[i] = sum;
  }
  return made;
}

/** Adds a sound whose first sample lies at a fraction of a sample. */
export function addAt(into: Float32Array, at: number, sound: Float32Array, gain: number): void {
  const first = Math.floor(at) - TAPS;
  const moved = readFrom(sound, first - at, sound.length + 2 * TAPS);
  for (let i = Math.max(0, -first); i < moved.length && first + i < into.length; i++)
    into[first + i] += gain * moved[i];
}
