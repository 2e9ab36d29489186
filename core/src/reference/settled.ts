/** What has been settled, in a sentence: what the click is, what the foot taps, and whether anybody would. */
import {
  type Fraction,
  type Meter,
  type Tempo,
  barLength,
  nameOfLength,
  pluralOfLength,
  rateText,
  saidIn,
  tempoName,
} from '../time/index.ts';
import { type Objection, earObjections, footObjections } from './limits.ts';
import { rateOf } from './rates.ts';

export interface Settled {
  /** The speed, in whatever note. */
  at: Tempo;
  /** The notes on which the click and the foot are. */
  click: Fraction;
  foot: Fraction;
  meter: Meter;
}

/** "Your click at 200 is eighths. The music goes at half = 50: tap your foot on the halves." */
export function settledSentence({ at, click, foot }: Settled): string {
  const clicks = rateText(saidIn(at, click).bpm);
  const goes = tempoName(saidIn(at, foot));
  if (click.equals(foot)) return `Click and foot are one: ${goes}.`;
  return `Your click at ${clicks} is ${pluralOfLength(click)}. The music goes at ${goes}: tap the ${pluralOfLength(foot)}.`;
}

/** Why nobody would tap this foot; of two reasons against the same thing the foot's own. */
export function settledObjections({ at, foot }: Settled): Objection[] {
  const { bpm, seconds } = rateOf(foot, at);
  const foots = footObjections(bpm);
  return foots.length > 0 ? foots : earObjections(seconds);
}

const COUNT_WORDS = ['', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine', 'ten'];

/** "felt in two", or in which part of a bar the foot does not come out. */
export function feltIn({ foot, meter }: Pick<Settled, 'foot' | 'meter'>): string {
  const taps = barLength(meter).div(foot);
  if (!taps.mod(1).equals(0)) return `the ${nameOfLength(foot)} does not divide the bar`;
  const count = taps.valueOf();
  return `felt in ${COUNT_WORDS[count] ?? count}`;
}
