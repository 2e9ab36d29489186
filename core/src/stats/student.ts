/** Student's t. A module of its own: who only wants a mean does not load a library of distributions. */
import jstat from 'jstat';

/** Two-sided quantile of Student's t: P(|T| ≤ result) = confidence. */
export function studentInterval(confidence: number, degreesOfFreedom: number): number {
  return jstat.jStat.studentt.inv(0.5 + confidence / 2, degreesOfFreedom);
}
