/**
 * A tone's wave at one moment: its fundamental and harmonics, each softer than the one before by the same factor. One sine and one cosine serve
 * for all: sin((n + 1)x) = 2 cos(x) sin(nx) − sin((n − 1)x) (Abramowitz and Stegun 1964, 4.3.27 and 22.7.5).
 * @param phase of the fundamental, in radians.
 */
export function harmonics(phase: number, count: number, share: number): number {
  const twice = 2 * Math.cos(phase);
  let before = 0;
  let now = Math.sin(phase);
  let sum = 0;
  let gain = 1;
  for (let n = 1; n <= count; n++) {
    sum += gain * now;
    gain *= share;
    const next = twice * now - before;
    before = now;
    now = next;
  }
  return sum;
}
