/**
 * How well beats were found: F-measure within 70 ms, and the longest (CMLc), or all (CMLt) of the piece with continuously right beats, also with
 * twice or half the tempo or on the off-beat (AMLt). (Davies, Degara and Plumbley 2009, Evaluation methods for musical audio beat tracking
 * algorithms, Queen Mary C4DM-TR-09-06: 70 ms; 17.5 % in phase and period.)
 */
export interface BeatScores {
  f: number;
  cmlt: number;
  amlt: number;
}

const WINDOW_S = 0.07;
const THETA = 0.175;

export function beatScores(found: readonly number[], truth: readonly number[]): BeatScores {
  const between = truth.slice(1).map((timeS, i) => (timeS + truth[i]) / 2);
  const levels = [
    truth,
    between,
    [...truth, ...between].sort((a, b) => a - b),
    truth.filter((_, i) => i % 2 === 0),
    truth.filter((_, i) => i % 2 === 1),
  ];
  return {
    f: within(found, truth, WINDOW_S).f,
    cmlt: continuous(found, truth),
    amlt: Math.max(...levels.map((level) => continuous(found, level))),
  };
}

/** Matched one to one within a window. */
export function within(found: readonly number[], truth: readonly number[], windowS: number) {
  let matched = 0;
  let i = 0;
  for (const timeS of truth) {
    while (i < found.length && found[i] < timeS - windowS) i++;
    if (i < found.length && found[i] <= timeS + windowS) {
      matched++;
      i++;
    }
  }
  return { matched, f: (2 * matched) / Math.max(1, found.length + truth.length) };
}

function continuous(found: readonly number[], truth: readonly number[]): number {
  if (found.length < 2 || truth.length < 2) return 0;
  const used = new Set<number>();
  let right = 0;
  for (let i = 0; i < found.length; i++) {
    const near = truth.reduce(
      (best, timeS, j) => (Math.abs(timeS - found[i]) < Math.abs(truth[best] - found[i]) ? j : best),
      0,
    );
    const own = i > 0 ? found[i] - found[i - 1] : found[1] - found[0];
    const other = near > 0 ? truth[near] - truth[near - 1] : truth[1] - truth[0];
    const isRight =
      !used.has(near) &&
      Math.abs(found[i] - truth[near]) < THETA * other &&
      Math.abs(1 - own / other) < THETA;
    used.add(near);
    if (isRight) right++;
  }
  return right / Math.max(found.length, truth.length);
}
