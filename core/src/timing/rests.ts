/** What was played into written rests, where the plan asks for note lengths and so for silence between them. */
import { type Timeline, beatSeconds } from '../plan/index.ts';
import type { Hit } from './hit.ts';
import type { Match } from './matching.ts';
import type { Report } from './report-schema.ts';

/** Of a beat: a shorter silence is the end of a note, not a rest. */
const SHORTEST = 0.1;

/** Rests lie between the first note and the last, where nobody is to sound. */
export function restsOf(
  { targets, bars }: Timeline,
  hits: readonly Hit[],
  matches: readonly Match[],
  latencyMs: number,
): Report['rests'] {
  if (!targets.some(({ hold }) => hold)) return null;
  const rests: { fromS: number; toS: number }[] = [];
  let soundsUntilS = Infinity;
  for (const { timeS, lengthS, bar } of targets) {
    if (timeS - soundsUntilS > SHORTEST * beatSeconds(bars[bar]))
      rests.push({ fromS: soundsUntilS, toS: timeS });
    soundsUntilS = Math.max(soundsUntilS === Infinity ? 0 : soundsUntilS, timeS + lengthS);
  }
  if (rests.length === 0) return null;
  const ofNotes = new Set(matches.map(({ hit }) => hit));
  const others = hits
    .filter((_, i) => !ofNotes.has(i))
    .map(({ timeS }) => timeS - latencyMs / 1000)
    .sort((a, b) => a - b);
  let into = 0;
  let next = 0;
  for (const { fromS, toS } of rests) {
    while (next < others.length && others[next] < fromS) next++;
    for (; next < others.length && others[next] < toS; next++) into++;
  }
  return { n: rests.length, hits: into };
}
