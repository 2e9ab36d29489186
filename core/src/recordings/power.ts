/** The sum of the squares, which is what sounds of different loudness are measured by. */
export const powerOf = (samples: Float32Array): number =>
  samples.reduce((sum, value) => sum + value * value, 0);

/** The same sound made as loud as all others that are looked for, so that only its shape counts; silence stays silence. */
export function ofPowerOne(samples: Float32Array): Float32Array {
  const scale = Math.sqrt(powerOf(samples)) || 1;
  return samples.map((value) => value / scale);
}
