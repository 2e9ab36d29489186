/**
 * How loud a short sound is, so that voices can be matched by measuring. The ear's weighting is the K filter of ITU-R
 * BS.1770-4 (its coefficients for 48 kHz); instead of that standard's 400 ms the loudest 100 ms count, about as long as
 * the ear sums up a short sound (Zwislocki 1969; from memory).
 */
const WINDOW_S = 0.1;
const RATE_HZ = 48_000;

/** b0, b1, b2, a1, a2: the shelf for the head, then the high-pass (ITU-R BS.1770-4, tables 1 and 2). */
const STAGES = [
  [1.53512485958697, -2.69169618940638, 1.19839281085285, -1.69065929318241, 0.73248077421585],
  [1, -2, 1, -1.99004745483398, 0.99007225036621],
] as const;

/** LKFS (dB) of the loudest tenth of a second of samples at 48 kHz; -Infinity for silence. */
export function loudness(samples: Float32Array): number {
  const weighted = STAGES.reduce<Float64Array>(filtered, Float64Array.from(samples));
  const window = Math.round(WINDOW_S * RATE_HZ);
  let sum = 0;
  let most = 0;
  weighted.forEach((value, i) => {
    sum += value * value - (i >= window ? weighted[i - window] ** 2 : 0);
    most = Math.max(most, sum);
  });
  return -0.691 + 10 * Math.log10(most / window);
}

function filtered(input: Float64Array, [b0, b1, b2, a1, a2]: (typeof STAGES)[number]): Float64Array {
  const output = new Float64Array(input.length);
  for (let i = 0; i < input.length; i++) {
    const [x1, x2] = [input[i - 1] ?? 0, input[i - 2] ?? 0];
    const [y1, y2] = [output[i - 1] ?? 0, output[i - 2] ?? 0];
    output[i] = b0 * input[i] + b1 * x1 + b2 * x2 - a1 * y1 - a2 * y2;
  }
  return output;
}
