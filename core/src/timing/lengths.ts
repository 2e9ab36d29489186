/** How long notes were held against how long they are written, where the plan asks for it and the input tells. */
import { mean } from '../stats/index.ts';
import type { Timeline } from '../plan/index.ts';
import type { Match } from './matching.ts';
import type { Hit } from './hit.ts';
import type { Report } from './report-schema.ts';

const FEWEST = 4;

export function lengthsOf(
  timeline: Timeline,
  hits: readonly Hit[],
  matches: readonly Match[],
): Report['lengths'] {
  if (!timeline.targets.some(({ hold }) => hold))
    return { n: 0, meanRatio: null, why: 'the plan asks for no note lengths' };
  const ratios = matches.flatMap(({ target, hit }) => {
    const { hold, lengthS } = timeline.targets[target];
    const held = hits[hit].lengthS;
    return hold && held !== undefined && lengthS > 0 ? [held / lengthS] : [];
  });
  const n = ratios.length;
  return n < FEWEST
    ? { n, meanRatio: null, why: `needs ${FEWEST} held notes with their lengths, has ${n}` }
    : { n, meanRatio: mean(ratios) };
}
