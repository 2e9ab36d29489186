/** Several plans as named files, for a player that only plays files: one at several tempos, or the steps of a path. */
import { type Plan, compile, planTempo, withTempo } from '../plan/index.ts';
import type { Path } from '../paths/index.ts';
import { type Fraction, type Tempo, nameOfLength, rateText, tempo, tempoName } from '../time/index.ts';

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

/**
 * The steps of a path in their order, each at its own tempo, with the number before its name so that they sort.
 * @param planOf a step's plan, or null where it is gone: then it is left out.
 * @throws PlanError where a plan cannot be played at the tempo of its step.
 */
export function pathSet(path: Path, planOf: (planId: string) => Plan | null): SetMember[] {
  const digits = String(path.steps.length).length;
  return path.steps.flatMap(({ planId, title, tempo: { bpm, beat } }, i) => {
    const plan = planOf(planId);
    if (!plan) return [];
    const at = tempo(bpm, beat);
    const member = withTempo(plan, at);
    compile(member);
    return [{ name: `${String(i + 1).padStart(digits, '0')} ${title}, ${tempoName(at)}`, plan: member }];
  });
}
