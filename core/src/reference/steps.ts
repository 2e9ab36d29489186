/**
 * From one tempo to another in equal steps: of beats a minute (arithmetic) or of percent (geometric), over a number of
 * plays or over as many plays as fill some minutes.
 */
import { Fraction, type Tempo, exactSecondsOf, saidIn } from '../time/index.ts';

export interface StepsWanted {
  from: Tempo;
  /** May be said in another note; the steps are said in the note of `from`. */
  to: Tempo;
  by: 'bpm' | 'percent';
}

export const MOST_PLAYS = 200;

/**
 * `plays` tempos, the first `from` and the last `to`, both exact. Steps of percent are rounded to a hundredth of a beat
 * a minute; steps of bpm are exact fractions.
 * @throws RangeError unless `plays` is a whole number from 2 to MOST_PLAYS.
 */
export function stepsOver(plays: number, { from, to, by }: StepsWanted): Tempo[] {
  if (!Number.isInteger(plays) || plays < 2 || plays > MOST_PLAYS) {
    throw new RangeError(`steps need from 2 to ${MOST_PLAYS} plays`);
  }
  const end = saidIn(to, from.beat).bpm;
  const last = plays - 1;
  return Array.from({ length: plays }, (_, i) => {
    if (i === 0) return from;
    if (i === last) return { bpm: end, beat: from.beat };
    const bpm =
      by === 'bpm'
        ? from.bpm.add(end.sub(from.bpm).mul(i, last))
        : new Fraction(
            Math.round(100 * from.bpm.valueOf() * (end.valueOf() / from.bpm.valueOf()) ** (i / last)),
            100,
          );
    return { bpm, beat: from.beat };
  });
}

/** Seconds that the steps last when each play is `length` (a fraction of a whole note) long. */
export function lengthOfSteps(tempos: readonly Tempo[], length: Fraction): number {
  return tempos.reduce((sum, at) => sum + exactSecondsOf(length, at).valueOf(), 0);
}

/**
 * The number of plays whose steps last nearest to `seconds`, when each play is `length` long. Never fewer than 2, never
 * more than MOST_PLAYS.
 */
export function playsLasting(seconds: number, length: Fraction, wanted: StepsWanted): number {
  let best = 2;
  let error = Infinity;
  for (let plays = 2; plays <= MOST_PLAYS; plays++) {
    const off = Math.abs(lengthOfSteps(stepsOver(plays, wanted), length) - seconds);
    if (off < error) [best, error] = [plays, off];
  }
  return best;
}
