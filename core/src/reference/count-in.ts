/** What to say over a re-heard click. */
import { BEAT_WORDS, type Fraction, barLength, syllableAt } from '../time/index.ts';
import { type Placement, clicksInCycle, cycleLength } from './placements.ts';

export interface Syllable {
  position: Fraction;
  text: string;
  /** The beat's number; absent between beats. */
  beat?: number;
  /** A click sounds with it. */
  click: boolean;
}

/** The cycle (one bar, for most), counted on its beats and its clicks. */
export function countedBar(placement: Placement): Syllable[] {
  const { unit, beats } = placement.meter;
  const clicks = clicksInCycle(placement);
  const onBeats = Array.from({ length: beats * placement.bars }, (_, i) => unit.mul(i));
  const bar = barLength(placement.meter);
  const positions = [...onBeats, ...clicks.filter((at) => !at.mod(unit).equals(0))];
  return positions
    .sort((a, b) => a.compare(b))
    .map((position) => ({
      position,
      text: syllableAt(position.mod(bar), unit) ?? 'and',
      ...(position.mod(unit).equals(0) ? { beat: position.mod(bar).div(unit).valueOf() + 1 } : {}),
      click: clicks.some((at) => at.equals(position)),
    }));
}

export interface CountIn {
  /** What the click is called. */
  call: string;
  /** What is said from there on, up to and with the "one". */
  then: string[];
}

/** From the last click of the cycle to its downbeat: call the click, say the rest, and "one" is there. */
export function countIn(placement: Placement): CountIn {
  const bar = countedBar(placement);
  const last = bar.findLastIndex(({ click }) => click);
  return { call: bar[last].text, then: [...bar.slice(last + 1).map(({ text }) => text), BEAT_WORDS[0]] };
}

/** Share of the cycle at which each syllable falls, for drawing. */
export function shareOfBar(placement: Placement, position: Fraction): number {
  return position.div(cycleLength(placement)).valueOf();
}
