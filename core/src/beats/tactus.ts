/**
 * Which of the beats that a record may be counted in a foot would tap: the autocorrelation is nearly as large at half and at double a
 * beat. Each is followed through the whole and judged by what it meets: much begins on every one of its beats, odd and even, and it lies where people
 * tap. What no foot taps by the desk's limits is not among them, unless the person named such a tempo. Often that leaves two; then the person
 * decides. (Levels of a meter and the tactus: Lerdahl and Jackendoff 1983; London 2004.)
 */
import { LIMITS } from '../reference/index.ts';
import { mean } from '../stats/index.ts';
import { followBeats } from './follow-beats.ts';
import { type TempoPath, type TempoPrior, bellOf } from './tempo-path.ts';

const LEVELS = [1, 2, 0.5] as const;
/** Nobody taps a beat shorter or longer than that (London 2004). */
const TAPPED = { fromS: 0.24, toS: 1.6 } as const;
/** Too short to say anything of its halves. */
const FEWEST = 8;

export interface Heard {
  /** How much begins, evened out. */
  own: Float32Array;
  rate: number;
}

/** @returns frames of the beats. */
export function tappedBeats({ own, rate }: Heard, path: TempoPath, prior: TempoPrior): number[] {
  const levels = LEVELS.map((level) => {
    const periods = path.periods.map((period) => level * period);
    return { path: { ...path, periods }, periodS: mean([...periods]) };
  }).filter(({ periodS }) => periodS >= TAPPED.fromS && periodS <= TAPPED.toS);
  const byFoot = levels.filter(({ periodS }) => isFeet(60 / periodS));
  const tried = (byFoot.length > 0 && isFeet(prior.bpm) ? byFoot : levels).map((level) => {
    const frames = followBeats(own, rate, level.path);
    return { frames, worth: worthOf(frames, own) * bellOf(level.periodS, prior) };
  });
  return tried.reduce((best, other) => (other.worth > best.worth ? other : best)).frames;
}

const isFeet = (bpm: number) => bpm >= LIMITS.footPerMinute.min && bpm <= LIMITS.footPerMinute.max;

/** How much begins on those of its beats, odd or even, on which less does. */
function worthOf(frames: readonly number[], own: Float32Array): number {
  if (frames.length < FEWEST) return 0;
  const strengths = frames.map((frame) => {
    const f = Math.round(frame);
    return Math.max(own[f - 2] ?? 0, own[f - 1] ?? 0, own[f] ?? 0, own[f + 1] ?? 0, own[f + 2] ?? 0);
  });
  const half = (parity: number) => mean(strengths.filter((_, i) => i % 2 === parity));
  return Math.min(half(0), half(1));
}
