/** One plan at a row of tempos: its sections again and again, each time at the next tempo. */
import { type Plan, planTempo, withTempo } from '../plan/index.ts';
import { Fraction, type Tempo, parseFraction, quartersPerMinute, tempo, tempoName } from '../time/index.ts';

/**
 * How long one play is, in whole notes at the tempo of its first section: sections that go faster count for less. A ramp
 * counts at the tempo it starts with.
 */
export function playLength(plan: Plan): Fraction {
  const speed = quartersPerMinute(planTempo(plan));
  return plan.sections.reduce((sum, { bars, meter, tempo: { bpm, beat } }) => {
    const length = parseFraction(meter.unit).mul(meter.beats * bars);
    return sum.add(length.mul(speed).div(quartersPerMinute(tempo(bpm, beat))));
  }, new Fraction(0));
}

/** @throws RangeError when there is no tempo, or the plan lies on a record. */
export function stepsPlan(plan: Plan, tempos: readonly Tempo[]): Plan {
  if (tempos.length === 0) throw new RangeError('a row of tempos has at least one');
  if (plan.record)
    throw new RangeError('A record is played at one speed through a plan. Choose it on the plan’s page.');
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
