/**
 * Found and true times matched one to one within a tolerance, each true one with the nearest that is left.
 * (F-measure as in the evaluation of onset detection, MIREX; Raffel et al., mir_eval, ISMIR 2014.)
 */
export function scored(found: readonly number[], truth: readonly number[], toleranceS: number) {
  const errors: number[] = [];
  let next = 0;
  for (const time of truth) {
    while (next < found.length && found[next] < time - toleranceS) next++;
    if (next < found.length && Math.abs(found[next] - time) <= toleranceS) errors.push(found[next++] - time);
  }
  const hits = errors.length;
  const sorted = errors.map(Math.abs).sort((a, b) => a - b);
  return {
    f: (2 * hits) / (found.length + truth.length),
    missed: truth.length - hits,
    extra: found.length - hits,
    medianErrorS: sorted[sorted.length >> 1] ?? NaN,
    meanErrorS: errors.reduce((a, b) => a + b, 0) / Math.max(1, hits),
  };
}
