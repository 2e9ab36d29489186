/** A ring holds the last samples of a sound: a power of two of them, each at its index in the sound without the higher bits. */

/** Adds samples, at most as many as it holds. @param first index in the sound of the first of them. */
export function keep(samples: Float32Array, ring: Float32Array, first: number): void {
  const at = first & (ring.length - 1);
  const whole = ring.length - at;
  ring.set(samples.subarray(0, whole), at);
  if (whole < samples.length) ring.set(samples.subarray(whole), 0);
}

/** A copy of what it holds between two indices; no more than that lies between them. */
export function cut(ring: Float32Array, first: number, end: number): Float32Array {
  const samples = new Float32Array(end - first);
  const at = first & (ring.length - 1);
  const whole = Math.min(samples.length, ring.length - at);
  samples.set(ring.subarray(at, at + whole));
  samples.set(ring.subarray(0, samples.length - whole), whole);
  return samples;
}
