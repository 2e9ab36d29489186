/**
 * Which of the beats that a record may be counted in a foot would tap: the autocorrelation is nearly as large at half and at double a
 * beat. Each is followed through the whole and judged by what it meets: much begins on every one of its beats, odd and even; low and high sounds
 * take turns on them (the drum and the backbeat); and it lies where people tap. What is left open the person decides. (Levels of a meter and the
 * tactus: Lerdahl and Jackendoff 1983; London 2004. The weights are ours.)
 */
import { mean } from '../stats/index.ts';
import { followBeats } from './follow-beats.ts';
import { type TempoPath, type TempoPrior, bellOf } from './tempo-path.ts';

const LEVELS = [1, 2, 0.5] as const;
/** Nobody taps a beat shorter or longer than that (London 2004). */
const TAPPED = { fromS: 0.24, toS: 1.6 } as const;
const TURNS_WEIGHT = 0.35;

export interface Heard {
  /** How much begins, evened out. */
  own: Float32Array;
  /** The same of the lowest part alone. */
  low: Float32Array;
  rate: number;
}

/** @returns frames of the beats. */
export function tappedBeats({ own, low, rate }: Heard, path: TempoPath, prior: TempoPrior): number[] {
  const tried = LEVELS.map((level) => ({ ...path, periods: path.periods.map((period) => level * period) }))
    .filter(({ periods }) => {
      const period = mean([...periods]);
      return period >= TAPPED.fromS && period <= TAPPED.toS;
    })
    .map((scaled) => {
      const frames = followBeats(own, rate, scaled);
      return { frames, worth: worthOf(frames, own, low) * bellOf(mean([...scaled.periods]), prior) };
    });
  return tried.reduce((best, other) => (other.worth > best.worth ? other : best)).frames;
}

function worthOf(frames: readonly number[], own: Float32Array, low: Float32Array): number {
  if (frames.length < 8) return 0;
  const at = (values: Float32Array) =>
    frames.map((frame) => {
      const f = Math.round(frame);
      return Math.max(
        values[f - 2] ?? 0,
        values[f - 1] ?? 0,
        values[f] ?? 0,
        values[f + 1] ?? 0,
        values[f + 2] ?? 0,
      );
    });
  const half = (values: readonly number[], parity: number) => mean(values.filter((_, i) => i % 2 === parity));
  const [all, deep] = [at(own), at(low)];
  const weaker = Math.min(half(all, 0), half(all, 1));
  const [even, odd] = [half(deep, 0), half(deep, 1)];
  const turns = Math.abs(even - odd) / Math.max(1e-9, even + odd);
  return weaker * (1 + TURNS_WEIGHT * turns);
}
