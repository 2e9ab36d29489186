/**
 * Whether a step holds: Wald's sequential probability ratio test over its trials (Wald 1945, Ann. Math. Statist. 16, 117–186). A player who
 * does not hold the step has 60 % of them within tolerance, one who does 85 %; both errors 10 %. Returns of one take share that day's
 * tempo and are less than so many trials; what was played on earlier days counts less. Pure.
 */
import { type Trials, trialCount } from '../timing/index.ts';

const P = { not: 0.6, holds: 0.85 } as const;
const ERROR = 0.1;
const GOOD = Math.log(P.holds / P.not);
const BAD = Math.log((1 - P.holds) / (1 - P.not));
/** From so much on it holds, from as much below it does not. */
const BOUND = Math.log((1 - ERROR) / ERROR);
/** Undecided after so many trials, another tempo is tried. */
const MOST_TRIALS = 40;
/** Not one time right, but on so many days. */
export const FEWEST_DAYS = 2;
/** What was played a day of practice earlier counts so much. */
const OLDER = 0.9;
/** How alike the trials of one take are (intraclass correlation), as seeded players whose tempo differs from take to take gave it. */
const ALIKE = 0.06;

export interface StepTake {
  /** The player's own calendar day. */
  day: string;
  trials: Trials;
}

export type Outcome = 'holds' | 'does not hold' | 'other tempo' | 'undecided';

export interface Evidence {
  outcome: Outcome;
  /** What the trials are, of the newest take that says something. */
  of: Trials['of'];
  /** Trials as they were counted, of all takes that say something. */
  good: number;
  early: number;
  late: number;
  uneven: number;
  takes: number;
  days: number;
  /** What is missing for the next step: so many more good trials in a row, on a day other than the one so far. */
  missing: { good: number; anotherDay: boolean };
  /** Of the newest take, why it says nothing; null where it does. */
  newestSays: NonNullable<Trials['why']> | null;
}

/** @param takes of one step, newest first. @param daysAsked on so many days it has to hold. */
export function weigh(takes: readonly StepTake[], daysAsked = FEWEST_DAYS): Evidence {
  const telling = takes.filter(({ trials }) => trials.why === undefined && trialCount(trials) > 0);
  const days = [...new Set(telling.map(({ day }) => day))];
  let score = 0;
  let counted = 0;
  for (const { day, trials } of telling) {
    const count = trialCount(trials);
    const weight = OLDER ** days.indexOf(day) / (1 + (count - 1) * ALIKE);
    score += weight * (trials.good * GOOD + (count - trials.good) * BAD);
    counted += weight * count;
  }
  const sum = (of: 'good' | 'early' | 'late' | 'uneven') =>
    telling.reduce((all, { trials }) => all + trials[of], 0);
  const anotherDay = days.length < daysAsked;
  const outcome: Outcome =
    score >= BOUND
      ? anotherDay
        ? 'undecided'
        : 'holds'
      : score <= -BOUND
        ? 'does not hold'
        : counted >= MOST_TRIALS
          ? 'other tempo'
          : 'undecided';
  return {
    outcome,
    of: telling[0]?.trials.of ?? 'returns',
    ...{ good: sum('good'), early: sum('early'), late: sum('late'), uneven: sum('uneven') },
    takes: telling.length,
    days: days.length,
    missing: { good: Math.max(anotherDay ? 1 : 0, Math.ceil((BOUND - score) / GOOD)), anotherDay },
    newestSays: takes[0]?.trials.why ?? null,
  };
}
