/** One plan at a row of tempos: its sections again and again, each time at the next tempo. */
import { type Plan, withTempo } from '../plan/index.ts';
import { type Tempo, tempoName } from '../time/index.ts';

/** @throws RangeError when there is no tempo. */
export function stepsPlan(plan: Plan, tempos: readonly Tempo[]): Plan {
  if (tempos.length === 0) throw new RangeError('a row of tempos has at least one');
  return {
    ...plan,
    title: `${plan.title}, ${tempoName(tempos[0])} to ${tempoName(tempos[tempos.length - 1])}`.slice(0, 160),
    sections: tempos.flatMap((at) =>
      withTempo(plan, at).sections.map((section) => ({
        ...section,
        name: [section.name, tempoName(at)].filter(Boolean).join(', '),
      })),
    ),
  };
}
