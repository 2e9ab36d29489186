/**
 * "What did they mean?" Somebody names a number; the readings say which note the click was and how the tune is written,
 * and what that makes of the foot and the fingers. A tune in eighths is felt in cut time (foot on halves), the same
 * tune in sixteenths in 4/4 (foot on quarters): common practice, no source.
 */
import { Fraction, type Meter, type Tempo, saidIn } from '../time/index.ts';
import { LIMITS, type Objection, footObjections, handObjections } from './limits.ts';

export interface Tune {
  /** The fastest notes it is written in. */
  fastest: Fraction;
  /** The note the foot taps. */
  foot: Fraction;
  meter: Meter;
}

export const TUNES: readonly Tune[] = [
  {
    fastest: new Fraction(1, 8),
    foot: new Fraction(1, 2),
    meter: { beats: 2, unit: new Fraction(1, 2) },
  },
  {
    fastest: new Fraction(1, 16),
    foot: new Fraction(1, 4),
    meter: { beats: 4, unit: new Fraction(1, 4) },
  },
];

const CLICKS = ['1/2', '1/4', '1/8', '1/16'].map((text) => new Fraction(text));

export interface Reading {
  /** The number with its note. */
  click: Tempo;
  tune: Tune;
  /** The same speed, said in the note the foot taps. */
  foot: Tempo;
  fastestPerSecond: Fraction;
  verdict: 'fits' | 'unlikely' | 'impossible';
  objections: Objection[];
}

/**
 * All readings of a number: those that fit first, and among them those whose foot lies nearest to the interval that is
 * felt most easily. `unlikely`: no foot would tap it; `impossible`: no hand would play it.
 */
export function readingsOf(number: Fraction): Reading[] {
  const readings = TUNES.flatMap((tune) => CLICKS.map((beat) => readAs({ bpm: number, beat }, tune)));
  const rank = { fits: 0, unlikely: 1, impossible: 2 };
  return readings.sort((a, b) => rank[a.verdict] - rank[b.verdict] || awkwardness(a) - awkwardness(b));
}

export function readAs(click: Tempo, tune: Tune): Reading {
  const foot = saidIn(click, tune.foot);
  const fastestPerSecond = saidIn(click, tune.fastest).bpm.div(60);
  const hands = handObjections(fastestPerSecond);
  const objections = [...footObjections(foot.bpm), ...hands];
  return {
    click,
    tune,
    foot,
    fastestPerSecond,
    objections,
    verdict: hands.length > 0 ? 'impossible' : objections.length > 0 ? 'unlikely' : 'fits',
  };
}

/** Distance from the most easily felt interval, as a ratio of tempos. */
function awkwardness({ foot }: Reading): number {
  return Math.abs(Math.log(foot.bpm.mul(LIMITS.beatSeconds.easiest).div(60).valueOf()));
}
