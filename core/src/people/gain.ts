/**
 * Whether a step gets better from take to take: a sequential test of the slope of the share of good trials (Wald 1945, Ann. Math. Statist.
 * 16, 117–186, on the score of a logistic line; Cox 1958, J. R. Stat. Soc. B 20, 215–232, for the score). Pure.
 *
 * Who gains goes from three of ten to nine of ten in a dozen takes; who does not stays where they are.
 */
import { type Trials, trialCount } from '../timing/index.ts';

/** In the logarithm of the odds, a take. */
const GAIN = Math.log((0.9 / 0.1) * (0.7 / 0.3)) / 11;
/** Of those who gain so many in a hundred may be called stuck; of those who do not so many may be missed. */
const ERROR = { stuck: 0.05, missed: 0.2 } as const;
const NO_GAIN = Math.log(ERROR.stuck / (1 - ERROR.missed));
const GAINED = Math.log((1 - ERROR.stuck) / ERROR.missed);
/** Fewer are not "many takes". */
const FEWEST = 8;
/** The newest count: who was stuck in spring may gain in autumn. */
const MOST = 16;
/** How alike the trials of one take are, as in the rule of steps. */
const ALIKE = 0.06;

/** Whoever misses all of them, time after time, would have hit some by now if they gained. */
const LEAST_SPREAD = 0.18;

export interface Gain {
  outcome: 'no gain' | 'gain' | 'undecided';
  /** Takes that say something. */
  takes: number;
  good: number;
  of: number;
}

/** @param takes of one step, oldest first. */
export function gainOf(takes: readonly Trials[]): Gain {
  const telling = takes.filter((trials) => trials.why === undefined && trialCount(trials) > 0).slice(-MOST);
  const counts = telling.map(trialCount);
  const of = counts.reduce((a, b) => a + b, 0);
  const good = telling.reduce((sum, trials) => sum + trials.good, 0);
  let outcome: Gain['outcome'] = 'undecided';
  for (let n = FEWEST; n <= telling.length && outcome === 'undecided'; n++) {
    const ratio = logRatio(telling.slice(0, n), counts.slice(0, n));
    if (ratio <= NO_GAIN) outcome = 'no gain';
    else if (ratio >= GAINED) outcome = 'gain';
  }
  return { outcome, takes: telling.length, good, of };
}

/** How much likelier it is that they gained than that they did not, as a logarithm. */
function logRatio(takes: readonly Trials[], counts: readonly number[]): number {
  const weights = counts.map((count) => 1 / (1 + (count - 1) * ALIKE));
  const total = sumOf(counts, weights);
  const middle = counts.reduce((sum, count, i) => sum + i * count * weights[i], 0) / total;
  const share = takes.reduce((sum, { good }, i) => sum + good * weights[i], 0) / total;
  let [score, information] = [0, 0];
  for (const [i, { good }] of takes.entries()) {
    score += weights[i] * (i - middle) * (good - counts[i] * share);
    information += weights[i] * counts[i] * Math.max(LEAST_SPREAD, share * (1 - share)) * (i - middle) ** 2;
  }
  return GAIN * score - (GAIN ** 2 / 2) * information;
}

const sumOf = (values: readonly number[], weights: readonly number[]) =>
  values.reduce((sum, value, i) => sum + value * weights[i], 0);
