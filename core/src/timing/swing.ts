/** The swing that was played: how long the first note of a pair is against the second, and how alike the pairs are. */
import { mean, standardDeviation } from '../stats/index.ts';
import type { Timeline } from '../plan/index.ts';
import type { Match } from './matching.ts';
import type { Report } from './report-schema.ts';
import type { Scene } from './scene.ts';

const FEWEST_PAIRS = 8;
/** Where in its beat the second note may be written: from straight to dotted. */
const SECOND = { from: 0.5, to: 0.75 } as const;
const NEAR = 1e-6;

/**
 * A pair is a note on a beat, one note from the half of that beat to its last quarter, and the note on the next beat; its ratio is
 * the first interval over the second. The mean is geometric: 2 : 1 and 1 : 2 are equally far from straight.
 */
export function swingOf(timeline: Timeline, scene: Scene, matches: readonly Match[]): Report['swing'] {
  const ratios: number[] = [];
  scene.lines.forEach(({ index }, l) => {
    const hitAt = new Map(
      matches
        .filter(({ line }) => line === l)
        .map(({ target, asynchronyMs }) => [target, 1000 * timeline.targets[target].timeS + asynchronyMs]),
    );
    for (let i = 0; i + 2 < index.length; i++) {
      const three = [index[i], index[i + 1], index[i + 2]] as const;
      if (!isPair(scene.beats, three)) continue;
      const [first, second, next] = three.map((target) => hitAt.get(target));
      if (first === undefined || second === undefined || next === undefined) continue;
      if (second > first && next > second) ratios.push((second - first) / (next - second));
    }
  });
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

function isPair(beats: Float64Array, [first, second, next]: readonly [number, number, number]): boolean {
  const start = beats[first];
  const share = beats[second] - start;
  return (
    Math.abs(start - Math.round(start)) < NEAR &&
    Math.abs(beats[next] - start - 1) < NEAR &&
    share > SECOND.from - NEAR &&
    share < SECOND.to + NEAR
  );
}
