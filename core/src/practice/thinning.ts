/** A plan made harder in one step: its own music, with fewer or moved clicks, or at other tempos. Common practice, no source. */
import { barsOf } from '../beat-map/index.ts';
import { BPM_RANGE, type Plan, type Section, planTempo } from '../plan/index.ts';
import { Fraction, parseFraction } from '../time/index.ts';
import { stepsPlan } from './steps-plan.ts';

export interface Thinning {
  name: string;
  /** What it does, in one line. */
  does: string;
  /** The one number it asks for. */
  asks: { label: string; usual: number; min: number; max: number };
  apply(plan: Plan, asked: number): Plan;
}

const BARS_A_STEP = { label: 'Bars of each step', usual: 4, min: 1, max: 64 };

function stepped(plan: Plan, suffix: string, sections: Section[]): Plan {
  return { ...plan, title: `${plan.title}, ${suffix}`.slice(0, 160), sections };
}

/** A step of a ladder: every section of the plan with other clicks. The only section of a plan gets the bars asked for. */
function step(
  plan: Plan,
  bars: number,
  name: string,
  change: (section: Section) => Partial<Section>,
): Section[] {
  const alone = plan.sections.length === 1;
  return plan.sections.map((section) => ({
    ...section,
    silence: undefined,
    name: alone || !section.name ? name : `${section.name}: ${name}`.slice(0, 120),
    bars: alone ? bars : section.bars,
    ...change(section),
  }));
}

/** Clicks from the section's start, so many of the meter's beats apart. */
function every({ meter, clicks }: Section, beats: number, share = '0'): Pick<Section, 'clicks'> {
  const unit = parseFraction(meter.unit);
  const from = unit.mul(new Fraction(share));
  const voice = clicks[0]?.groove === undefined ? clicks[0]?.voice : undefined;
  return {
    clicks: [
      {
        every: unit.mul(beats).toFraction(),
        ...(from.equals(0) ? {} : { from: from.toFraction() }),
        ...(voice ? { voice } : {}),
      },
    ],
  };
}

const RUNGS = {
  beat: { name: 'every beat', beats: () => 1 },
  // In a bar of three there is no half: its clicks come once a bar already.
  half: { name: 'every second beat', beats: (bar: number) => (bar % 2 === 0 ? 2 : bar) },
  bar: { name: 'once a bar', beats: (bar: number) => bar },
} as const;

const SHIFTS = [
  ['on the beat', '0'],
  ['half a beat later', '1/2'],
  ['three quarters of a beat later', '3/4'],
  ['on the beat again', '0'],
] as const;

const within = (bpm: Fraction) =>
  new Fraction(Math.max(BPM_RANGE.min, Math.min(BPM_RANGE.max, bpm.valueOf())));

const SEVEN = [-3, -2, -1, 0, 1, 2, 3];

const SILENCE = 'Growing silence';

export const THINNINGS: readonly Thinning[] = [
  {
    name: 'Thin out and back',
    does: 'a click on every beat, every second, once a bar, and back',
    asks: BARS_A_STEP,
    apply(plan, bars) {
      const halves = plan.sections.some(({ meter: { beats } }) => beats % 2 === 0 && beats > 2);
      const ladder = halves
        ? (['beat', 'half', 'bar', 'half', 'beat'] as const)
        : (['beat', 'bar', 'beat'] as const);
      return stepped(
        plan,
        'thinned',
        ladder.flatMap((rung) =>
          step(plan, bars, RUNGS[rung].name, (section) =>
            every(section, RUNGS[rung].beats(section.meter.beats)),
          ),
        ),
      );
    },
  },
  {
    name: SILENCE,
    does: 'two bars with the click, then one without, then two, and so on',
    asks: { label: 'Bars of the longest silence', usual: 4, min: 1, max: 16 },
    apply(plan, longest) {
      const silent = Array.from({ length: longest }, (_, i) => i + 1);
      const bars = silent.reduce((sum, n) => sum + 2 + n, 0);
      // A last round of sound: one must hear where one has got to.
      return stepped(
        plan,
        'with growing silence',
        plan.sections.map((section) => ({
          ...section,
          bars: barsThere(plan, section, bars + 2),
          silence: { sound: 2, silent },
        })),
      );
    },
  },
  {
    name: 'Move the click',
    does: 'on the beat, on the off-beats, on the last quarter of each beat, and back',
    asks: BARS_A_STEP,
    apply: (plan, bars) =>
      stepped(
        plan,
        'displaced',
        SHIFTS.flatMap(([name, share]) => step(plan, bars, name, (section) => every(section, 1, share))),
      ),
  },
  {
    name: 'At seven tempos',
    does: 'three tempos slower, its own, and three faster, from the slowest up',
    asks: { label: 'Percent from one to the next', usual: 6, min: 1, max: 25 },
    apply(plan, percent) {
      const { bpm, beat } = planTempo(plan);
      const at = (n: number) => within(bpm.mul(new Fraction(100 + n * percent, 100)).round());
      return stepsPlan(
        plan,
        SEVEN.map((n) => ({ bpm: at(n), beat })),
      );
    },
  },
];

/** A section on a record has no more bars than the record. */
function barsThere({ record }: Plan, { record: place, meter }: Section, wanted: number): number {
  if (!record || place?.fromBar === undefined) return wanted;
  const after = barsOf(record).slice(place.fromBar - 1);
  const other = after.findIndex(({ beats }) => beats !== meter.beats);
  return Math.max(1, Math.min(wanted, other < 0 ? after.length : other));
}

/** A record goes on whatever the clicks do, and is played at one speed: only silence makes it harder. */
export const thinningsFor = ({ record }: Plan): readonly Thinning[] =>
  record ? THINNINGS.filter(({ name }) => name === SILENCE) : THINNINGS;
