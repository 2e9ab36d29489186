/** A double clap while a plan is played: a signal, unless the plan asks for just these two strokes. */
import type { Timeline } from '../plan/index.ts';
import { ALONE_S, type Clapped } from './double-clap.ts';

/** Further from a note than this nobody means that note. */
const NEAR_S = 0.15;

/**
 * Whoever plays what the plan asks for, two notes with nothing round them, gives no signal. Whoever has left notes out round two claps, or
 * claps where no note is, does. Where anything may be played (free playing) the claps must be where nothing may.
 * @param clapped in seconds of the timeline. It is known that nothing else was struck within `ALONE_S` round it.
 */
export function isSignal({ targets }: Pick<Timeline, 'targets'>, { firstS, secondS }: Clapped): boolean {
  const near = (timeS: number) => targets.filter((target) => Math.abs(target.timeS - timeS) <= NEAR_S);
  const second = near(secondS);
  // One note is not two, though it lie near both.
  const isAsked = near(firstS).some((one) => second.some((other) => other.timeS > one.timeS));
  if (!isAsked) return true;
  return targets.some(
    ({ timeS, optional }) =>
      !optional &&
      timeS > firstS - ALONE_S + NEAR_S &&
      timeS < secondS + ALONE_S - NEAR_S &&
      Math.abs(timeS - firstS) > NEAR_S &&
      Math.abs(timeS - secondS) > NEAR_S,
  );
}
