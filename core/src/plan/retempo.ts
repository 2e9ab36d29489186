/** The same plan at another speed: every section's tempo scales by one ratio. */
import { Fraction, type Tempo, fitForDocument, parseFraction, ratioOf, tempo } from '../time/index.ts';
import { SPEED_RANGE } from './limits.ts';
import type { Plan, SaidTempo } from './schema.ts';

/** The tempo that stands for a plan: its first section's. */
export function planTempo(plan: Plan): Tempo {
  const { bpm, beat } = plan.sections[0].tempo;
  return tempo(bpm, beat);
}

/** A tempo as documents hold it. */
export function saidTempo({ bpm, beat }: Tempo): SaidTempo {
  return { bpm: documentRate(bpm), beat: beat.toFraction() };
}

/**
 * The plan with its first section at `next`, the others scaled alike. `next` is said in any note. A record is played so much faster or
 * slower too, as far as that goes.
 */
export function withTempo(plan: Plan, next: Tempo): Plan {
  const now = planTempo(plan);
  const asked = next.bpm.mul(next.beat).div(now.bpm.mul(now.beat));
  const speed = plan.record && speedWithin((plan.record.speed ?? 1) * asked.valueOf());
  const ratio = plan.record && speed ? new Fraction(speed).div(plan.record.speed ?? 1) : asked;
  const scaled = (bpm: number | string, from: Fraction, to: Fraction) =>
    documentRate(new Fraction(bpm).mul(ratio).mul(from).div(to));
  return {
    ...plan,
    ...(plan.record && speed ? { record: { ...plan.record, speed } } : {}),
    sections: plan.sections.map((section) => {
      const from = parseFraction(section.tempo.beat);
      // Sections that were said in the first section's note follow it into the new one.
      const to = from.equals(now.beat) ? next.beat : from;
      return {
        ...section,
        tempo: {
          ...section.tempo,
          beat: to.toFraction(),
          bpm: scaled(section.tempo.bpm, from, to),
          ...(section.tempo.toBpm === undefined ? {} : { toBpm: scaled(section.tempo.toBpm, from, to) }),
        },
      };
    }),
  };
}

const speedWithin = (speed: number) =>
  Math.round(1e4 * Math.max(SPEED_RANGE.min, Math.min(SPEED_RANGE.max, speed))) / 1e4;

/** A rate as a document holds it: a number where a short decimal says it exactly, else the fraction in text. */
export function documentRate(bpm: Fraction): number | string {
  const value = fitForDocument(bpm);
  return 10_000 % ratioOf(value).d === 0 ? value.valueOf() : value.toFraction();
}
