/** A plan made harder in one step: its first section's music, with fewer or moved clicks. Common practice, no source. */
import type { Plan, Section } from '../plan/index.ts';
import { Fraction, parseFraction } from '../time/index.ts';

export interface Thinning {
  name: string;
  /** What it does, in one line. */
  does: string;
  /** @param bars of each step. */
  apply(plan: Plan, bars: number): Plan;
}

function stepped(plan: Plan, suffix: string, sections: Section[]): Plan {
  return { ...plan, title: `${plan.title}, ${suffix}`.slice(0, 160), sections };
}

/** The step's clicks from the section's start, one of the meter's beats long and multiples of it. */
function every(section: Section, beats: number, name: string, bars: number, from = new Fraction(0)): Section {
  const unit = parseFraction(section.meter.unit);
  return {
    ...section,
    silence: undefined,
    name,
    bars,
    clicks: [
      {
        every: unit.mul(beats).toFraction(),
        ...(from.equals(0) ? {} : { from: from.toFraction() }),
        ...(section.clicks[0]?.voice ? { voice: section.clicks[0].voice } : {}),
      },
    ],
  };
}

export const THINNINGS: readonly Thinning[] = [
  {
    name: 'Thin out and back',
    does: 'a click on every beat, every second, once a bar, and back',
    apply(plan, bars) {
      const [section] = plan.sections;
      const bar = section.meter.beats;
      // In a bar of three there is no half: its one step goes from every beat to once a bar.
      const ladder = bar % 2 === 0 && bar > 2 ? [1, 2, bar, 2, 1] : [1, bar, 1];
      const name = (beats: number) =>
        beats === 1 ? 'every beat' : beats === bar ? 'once a bar' : 'every second beat';
      return stepped(
        plan,
        'thinned',
        ladder.map((beats) => every(section, beats, name(beats), bars)),
      );
    },
  },
  {
    name: 'Growing silence',
    does: 'two bars with the click, then one, two, three, four without',
    apply(plan) {
      const [section] = plan.sections;
      return stepped(plan, 'with growing silence', [
        { ...section, bars: 20, silence: { sound: 2, silent: [1, 2, 3, 4] } },
      ]);
    },
  },
  {
    name: 'Move the click',
    does: 'on the beat, on the off-beats, on the last quarter of each beat, and back',
    apply(plan, bars) {
      const [section] = plan.sections;
      const unit = parseFraction(section.meter.unit);
      const steps = [
        ['on the beat', '0'],
        ['half a beat later', '1/2'],
        ['three quarters of a beat later', '3/4'],
        ['on the beat again', '0'],
      ] as const;
      return stepped(
        plan,
        'displaced',
        steps.map(([name, share]) => every(section, 1, name, bars, unit.mul(new Fraction(share)))),
      );
    },
  },
];
