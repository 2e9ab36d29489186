/** How long a player can be left alone, from several takes at about one tempo. */
import { mean } from '../stats/index.ts';
import { type AloneIntervals, type Report, holdOf, toleranceOf } from '../timing/index.ts';
import { type Measurable, aloneInTake } from './measure-take.ts';
import { INPUT_RESOLUTION_MS } from './take-schema.ts';

/** What is kept of a measured take for this. */
export interface AloneTake {
  alone: AloneIntervals;
  /** How it is judged, and what its input can tell apart. */
  judging?: Measurable['judging'];
  input?: Measurable['input'];
}

/**
 * All gaps of all takes together: how much the drift differs from take to take is part of how much it differs from gap to gap.
 *
 * @param takes newest first, at least one; the newest one's tolerance is asked for.
 * @throws PlanError when a plan cannot be played by this version.
 */
export function holdOfTakes(takes: readonly Measurable[]): Report['holdBeats'] {
  return holdOfAlone(takes.map((take) => ({ ...take, alone: aloneInTake(take) })));
}

/** The same from what was kept when each take was measured. */
export function holdOfAlone(takes: readonly AloneTake[]): Report['holdBeats'] {
  const alone = takes.map((take) => take.alone).filter(({ perGap }) => perGap.length > 0);
  const beatMs = alone.length > 0 ? mean(alone.map((take) => take.beatMs)) : 500;
  const { judging, input = 'simulated' } = takes[0];
  return holdOf(
    alone.flatMap(({ differences }) => differences),
    alone.flatMap(({ perGap }) => perGap),
    beatMs,
    toleranceOf(judging ?? {}, INPUT_RESOLUTION_MS[input]).hitMs(beatMs),
  );
}
