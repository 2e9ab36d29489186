/** The swing that was played: how long the first note of a pair is against the second, and how alike the pairs are. */
import { mean, standardDeviation } from '../stats/index.ts';
import type { Timeline } from '../plan/index.ts';
import type { Match } from './matching.ts';
import type { Report } from './report-schema.ts';
import type { Scene } from './scene.ts';

const FEWEST_PAIRS = 8;
/** Where in its pair the second note may be written: from straight to dotted. */
const SECOND = { from: 0.5, to: 0.75 } as const;
const NEAR = 1e-6;

/**
 * A pair fills a beat, or an even part of one that begins with it: a note at its start, one from its half to its last quarter, and
 * the note that begins the next; its ratio is the first interval over the second. Of pairs of several lengths the commonest count. The
 * mean is geometric: 2 : 1 and 1 : 2 are equally far from straight.
 */
export function swingOf(timeline: Timeline, scene: Scene, matches: readonly Match[]): Report['swing'] {
  const byLength = new Map<number, number[]>();
  scene.lines.forEach(({ index }, l) => {
    const hitMs = new Float64Array(timeline.targets.length).fill(NaN);
    for (const { line, target, asynchronyMs } of matches)
      if (line === l) hitMs[target] = 1000 * timeline.targets[target].timeS + asynchronyMs;
    for (let i = 0; i + 2 < index.length; i++) {
      const three = [index[i], index[i + 1], index[i + 2]] as const;
      const length = pairOf(scene.beats, three);
      if (length === null) continue;
      const [first, second, next] = three.map((target) => hitMs[target]);
      if (Number.isNaN(first + second + next)) continue;
      const ratios = byLength.get(length) ?? [];
      if (second > first && next > second) ratios.push((second - first) / (next - second));
      byLength.set(length, ratios);
    }
  });
  const ratios = [...byLength.values()].reduce((most, own) => (own.length > most.length ? own : most), []);
  const n = ratios.length;
  if (n < FEWEST_PAIRS) {
    return {
      ratio: null,
      sd: null,
      n,
      why: `needs ${FEWEST_PAIRS} pairs of a note on and a note off the beat, has ${n}`,
    };
  }
  return { ratio: Math.exp(mean(ratios.map(Math.log))), sd: standardDeviation(ratios), n };
}

/** The length in parts of a beat, as a count of pairs in it; null for three notes that are no pair. */
function pairOf(
  beats: Float64Array,
  [first, second, next]: readonly [number, number, number],
): number | null {
  const length = beats[next] - beats[first];
  const pairs = Math.round(1 / length);
  const share = (beats[second] - beats[first]) / length;
  const place = beats[first] * pairs;
  return pairs >= 1 &&
    (pairs & (pairs - 1)) === 0 &&
    Math.abs(length * pairs - 1) < NEAR &&
    Math.abs(place - Math.round(place)) < NEAR &&
    share > SECOND.from - NEAR &&
    share < SECOND.to + NEAR
    ? pairs
    : null;
}
