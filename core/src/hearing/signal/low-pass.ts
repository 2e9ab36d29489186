/**
 * A piece of sound without what is high. Filtered forwards and backwards, so that nothing comes later than it was.
 * Second order each way, Butterworth (R. Bristow-Johnson, Audio EQ Cookbook).
 */
export function lowPassed(samples: Float32Array, hz: number, sampleRateHz: number): Float32Array {
  const w = (2 * Math.PI * hz) / sampleRateHz;
  const alpha = Math.sin(w) / Math.SQRT2;
  const cos = Math.cos(w);
  const a0 = 1 + alpha;
  const [gain, a1, a2] = [(1 - cos) / 2 / a0, (-2 * cos) / a0, (1 - alpha) / a0];
  const out = samples.slice();
  const end = out.length - 1;
  for (const [from, to, step] of [
    [0, end + 1, 1],
    [end, -1, -1],
  ]) {
    // As if the first had always been.
    let [x1, x2, y1, y2] = [out[from], out[from], out[from], out[from]];
    for (let i = from; i !== to; i += step) {
      const x = out[i];
      const y = gain * (x + 2 * x1 + x2) - a2 * y2 - a1 * y1;
      x2 = x1;
      x1 = x;
      y2 = y1;
      y1 = y;
      out[i] = y;
    }
  }
  return out;
}
