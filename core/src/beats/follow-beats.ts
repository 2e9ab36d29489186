/**
 * The beats themselves, by dynamic programming: a row of moments at which much begins and whose distances are about the beat's length there
 * (Ellis 2007). Every frame may be a beat; its score is what begins there and the best score of a beat before it, less what their distance departs.
 */
import { type TempoPath, periodAt } from './tempo-path.ts';

/** How dearly a departure is paid, in squared logarithms. */
const TIGHT = 180;
/** At the ends a beat must be at least so strong, of what they are in the middle. */
const FAINT = 0.3;

/** @param strength its spread is about 1. @returns frames, between them by the shape of the peak. */
export function followBeats(strength: Float32Array, rate: number, path: TempoPath): number[] {
  const count = strength.length;
  const score = new Float64Array(count);
  const from = new Int32Array(count).fill(-1);
  for (let t = 0; t < count; t++) {
    const period = periodAt(path, t / rate) * rate;
    let best = 0;
    const first = Math.max(0, Math.round(t - 1.7 * period));
    const last = Math.round(t - 0.6 * period);
    for (let p = first; p <= last; p++) {
      const departs = Math.log((t - p) / period);
      const value = score[p] - TIGHT * departs * departs;
      if (value <= best) continue;
      best = value;
      from[t] = p;
    }
    score[t] = strength[t] + best;
  }
  let at = count - 1;
  const lastPeriod = periodAt(path, count / rate) * rate;
  for (let t = Math.max(0, Math.floor(count - lastPeriod)); t < count; t++) if (score[t] > score[at]) at = t;
  const frames: number[] = [];
  for (; at >= 0; at = from[at]) frames.push(at);
  return trimmed(frames.reverse(), strength).map((frame) => frame + peakNear(strength, frame));
}

/** Before the music begins and after it ends the row goes on by itself: those beats are none. */
function trimmed(frames: readonly number[], strength: Float32Array): number[] {
  const strong = (frame: number) =>
    Math.max(strength[frame - 1] ?? 0, strength[frame], strength[frame + 1] ?? 0);
  const usual = frames.map(strong).sort((a, b) => a - b)[frames.length >> 1] ?? 0;
  const isThere = (frame: number) => strong(frame) >= FAINT * usual;
  const first = frames.findIndex(isThere);
  const last = frames.findLastIndex(isThere);
  return first < 0 ? [] : frames.slice(first, last + 1);
}

/** The top of the parabola through three frames. */
function peakNear(strength: Float32Array, frame: number): number {
  const [before, here, after] = [strength[frame - 1] ?? 0, strength[frame], strength[frame + 1] ?? 0];
  const bend = before - 2 * here + after;
  return bend >= 0 ? 0 : Math.max(-0.5, Math.min(0.5, (0.5 * (before - after)) / bend));
}
