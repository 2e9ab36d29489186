/** The same plan at several tempos, for a player that only plays files. */
import { type Plan, compile, planTempo, withTempo } from '../plan/index.ts';
import { type Fraction, type Tempo, nameOfLength, rateText } from '../time/index.ts';

export const MOST_IN_SET = 24;

export interface SetMember {
  /** The tempo with its note, as a file's name can hold it: "quarter = 84". */
  name: string;
  plan: Plan;
}

/**
 * Whole rates in even steps from one to the other, said in the plan's own note; no rate twice.
 * @param count from 2 to MOST_IN_SET.
 * @throws RangeError for another count; PlanError where the plan cannot be played at one of the tempos.
 */
export function tempoSet(plan: Plan, from: Fraction, to: Fraction, count: number): SetMember[] {
  if (!Number.isInteger(count) || count < 2 || count > MOST_IN_SET)
    throw new RangeError(`a set has from 2 to ${MOST_IN_SET} files`);
  const { beat } = planTempo(plan);
  const rates = Array.from({ length: count }, (_, i) =>
    i === 0 ? from : i === count - 1 ? to : from.add(to.sub(from).mul(i, count - 1)).round(),
  );
  const different = rates.filter((rate, i) => i === 0 || !rate.equals(rates[i - 1]));
  return different.map((bpm) => {
    const at: Tempo = { bpm, beat };
    const member = withTempo(plan, at);
    compile(member);
    return { name: `${nameOfLength(beat)} = ${rateText(bpm)}`, plan: member };
  });
}
