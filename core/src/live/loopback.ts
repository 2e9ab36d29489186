/**
 * The way from loudspeaker to microphone, measured: clicks are played into the room, and each is found again in what the microphone gives.
 * Nobody taps, so no habit is in it. The two ends share one clock, so all clicks have one delay.
 */
import type { Timeline } from '../plan/index.ts';
import { ALIKE, clickSounds, likeness, lookedFor } from '../recordings/index.ts';
import { mean, median, standardDeviation, studentInterval } from '../stats/index.ts';
import { LONGEST_DELAY_S } from './live-clicks.ts';

export type RoundTrip =
  | { ms: number; ci95: [number, number]; n: number; why?: undefined }
  | { ms: null; why: 'unheard' | 'unsteady' };

const FEWEST = 8;
/** Delays of clicks that were found lie so close together; further off lies what was something else. */
const NEAR_MS = 2;
/** A delay that wanders by more is no figure. */
const MOST_HALF_MS = 1;

/**
 * @param samples from the microphone. @param zeroSample the one at which the timeline's time zero was given to the loudspeaker.
 * @returns the delay, as mean with a t interval over the clicks; each is found to a fraction of a sample by a parabola through the
 * correlation's highest values (Smith & Serra, PARSHL, ICMC 1987, from memory).
 */
export function roundTrip(
  samples: Float32Array,
  sampleRateHz: number,
  timeline: Timeline,
  zeroSample: number,
): RoundTrip {
  const clicks = lookedFor(timeline);
  const sounds = clickSounds(clicks, sampleRateHz);
  const lags = clicks.flatMap(({ timeS, sound }) => {
    const click = sounds.get(sound)!;
    const at = zeroSample + timeS * sampleRateHz;
    const first = Math.max(0, Math.floor(at));
    const piece = samples.subarray(first, first + Math.round(LONGEST_DELAY_S * sampleRateHz) + click.length);
    const best = likeness(piece, click, 0, piece.length);
    if (best.like < ALIKE) return [];
    return [(1000 * (first + best.at - at)) / sampleRateHz];
  });
  if (lags.length < FEWEST) return { ms: null, why: 'unheard' };
  const middle = median(lags);
  const near = lags.filter((lag) => Math.abs(lag - middle) <= NEAR_MS);
  if (near.length < FEWEST || near.length < lags.length / 2) return { ms: null, why: 'unsteady' };
  const ms = mean(near);
  const half = (studentInterval(0.95, near.length - 1) * standardDeviation(near)!) / Math.sqrt(near.length);
  if (half > MOST_HALF_MS) return { ms: null, why: 'unsteady' };
  return { ms, ci95: [ms - half, ms + half], n: near.length };
}
