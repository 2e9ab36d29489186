/**
 * Whether the player has found the click, as far as the stage must know while he plays: it shows no beat before. A hint, not a
 * measurement; the reading measures. Pure.
 */
import { type Timeline, barIndexAt, beatSeconds } from '@feldspar/core/plan';

/** So many strokes in a row, as in the reading. */
const IN_A_ROW = 4;
/** Of a beat: how far they lie apart, and how far from the beat all of them may lie, habit and equipment included. */
const SPREAD = 0.1;
const ASIDE = 0.2;

/** @param hitsS in order; only those of the section that sounds at `nowS` count: a click that moved is sought anew. */
export function hasFound(timeline: Timeline, hitsS: readonly number[], nowS: number): boolean {
  const { bars } = timeline;
  const { section } = bars[barIndexAt(bars, nowS)];
  const first = bars.find((bar) => bar.kind === 'play' && bar.section === section);
  if (!first) return false;
  const since = first.startS - ASIDE * beatSeconds(first);
  const aside = hitsS.filter((timeS) => timeS >= since).map((timeS) => besideBeats(timeline, timeS));
  return aside.some((_, i) => {
    const row = aside.slice(i, i + IN_A_ROW);
    const [low, high] = [Math.min(...row), Math.max(...row)];
    return row.length === IN_A_ROW && high - low <= SPREAD && low >= -ASIDE && high <= ASIDE;
  });
}

/** Beats from the nearest note that is asked for; the nearest in time, since a hint needs no alignment. */
function besideBeats({ bars, targets }: Timeline, timeS: number): number {
  let [low, high] = [0, targets.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (targets[middle].timeS < timeS) low = middle + 1;
    else high = middle;
  }
  const near = [targets[low - 1], targets[low]].filter((target) => target !== undefined);
  const beats = near.map((target) => (timeS - target.timeS) / beatSeconds(bars[target.bar]));
  return beats.reduce((best, beat) => (Math.abs(beat) < Math.abs(best) ? beat : best), Infinity);
}
