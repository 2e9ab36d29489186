/**
 * The tempo of a tapping foot. Which beat each tap was is found by a small dynamic program (a tap may be a stray second
 * one, a beat may have been left out), the tempo is the robust line of Theil and Sen through taps on beats.
 *
 * Its uncertainty follows from the spread of the intervals: taps are a random walk, of which an ordinary line claims too
 * much; the slope of a line through a random walk has 6/5 the variance of its mean step, so the 95 % interval is
 * t · √(6/5) · sd / √n, with n the beats tapped through.
 */
import { studentInterval, theilSen } from '../stats/index.ts';
import { Fraction } from '../time/index.ts';

export interface FootTempo {
  /** Taps that were taken as beats. */
  taps: number;
  /** Stray taps left out, and beats that were not tapped. */
  doubled: number;
  missed: number;
  /** Taps a minute. */
  bpm: number;
  /** Half the 95 % interval in taps a minute; null below four taps. */
  plusMinus: number | null;
  /** Spread of the intervals in percent of the beat; null below four taps. */
  spreadPercent: number | null;
  steadiness: 'steady' | 'a little uneven' | 'uneven' | null;
}

/** After a pause of this many seconds tapping begins anew. */
export const FOOT_PAUSE_S = 5;
const MOST_TAPS = 64;
const FEWEST_TAPS = 3;
/** Skilled tapping varies by 2 to 4 % of the beat (common practice); about twice that still makes a clear tempo. */
const STEADY_PERCENT = 4;
const UNEVEN_PERCENT = 8;
/** Taps closer than this are one foot bouncing, whatever the tempo. */
const BOUNCE_MS = 90;

/**
 * @param tapsMs stamps in ms, in order; only the last run without a long pause counts.
 * @returns null below three taps on beats.
 */
export function footTempo(tapsMs: readonly number[]): FootTempo | null {
  const taps = lastRun(tapsMs);
  if (taps.length < FEWEST_TAPS) return null;
  // The period of a single interval may put a late tap on the wrong beat; that of all of them does not.
  let beats = bestBeats(taps);
  if (beats.length < FEWEST_TAPS) return null;
  for (let round = 0; round < 2; round++) beats = onBeats(taps, periodOf(beats)).beats;
  const periodMs = periodOf(beats);
  const span = beats[beats.length - 1].beat - beats[0].beat;
  const spread = intervalSpread(beats, periodMs);
  const spreadPercent = spread === null ? null : (100 * spread) / periodMs;
  const bpm = 60_000 / periodMs;
  return {
    taps: beats.length,
    doubled: taps.length - beats.length,
    missed: span + 1 - beats.length,
    bpm,
    plusMinus:
      spread === null
        ? null
        : (bpm * studentInterval(0.95, beats.length - 2) * Math.sqrt(6 / 5) * spread) /
          Math.sqrt(span) /
          periodMs,
    spreadPercent,
    steadiness:
      spreadPercent === null
        ? null
        : spreadPercent <= STEADY_PERCENT
          ? 'steady'
          : spreadPercent <= UNEVEN_PERCENT
            ? 'a little uneven'
            : 'uneven',
  };
}

/** The rate to write down: whole taps a minute, or tenths where the uncertainty carries them. */
export function rateOfFoot({ bpm, plusMinus }: FootTempo): Fraction {
  const places = plusMinus !== null && plusMinus < 0.5 ? 1 : 0;
  return new Fraction(bpm).round(places);
}

interface TapOnBeat {
  ms: number;
  beat: number;
}

function periodOf(beats: readonly TapOnBeat[]): number {
  return theilSen(
    beats.map(({ beat }) => beat),
    beats.map(({ ms }) => ms),
  ).slope;
}

function lastRun(tapsMs: readonly number[]): number[] {
  let start = tapsMs.length - 1;
  while (start > 0 && tapsMs[start] - tapsMs[start - 1] <= 1000 * FOOT_PAUSE_S) start--;
  return tapsMs.slice(Math.max(0, start)).slice(-MOST_TAPS);
}

/** The beats under that interval, single or of two neighbours, which explains the taps most cheaply. */
function bestBeats(taps: readonly number[]): TapOnBeat[] {
  let best: { cost: number; beats: TapOnBeat[] } = { cost: Infinity, beats: [] };
  for (let i = 1; i < taps.length; i++) {
    for (const back of [1, 2]) {
      const period = taps[i] - taps[i - back];
      if (i < back || period < BOUNCE_MS) continue;
      const found = onBeats(taps, period);
      if (found.cost < best.cost) best = found;
    }
  }
  return best.beats;
}

/** At most so many taps in a row are strays. */
const MOST_STRAYS = 3;
/** What a stray tap and a beat left out cost, and how far off (in beats) a tap costs as much as a tenth of that. */
const COST = { stray: 1, missed: 1, end: 0.8, tolerance: 0.12, most: 1.5 };

/** Puts taps on beats of a period: a path over taps, left-out taps and left-out beats each costing one. */
function onBeats(taps: readonly number[], periodMs: number): { cost: number; beats: TapOnBeat[] } {
  const cost: number[] = [];
  const from: number[] = [];
  const steps: number[] = [];
  taps.forEach((ms, j) => {
    cost[j] = j * COST.end;
    from[j] = -1;
    for (let i = Math.max(0, j - 1 - MOST_STRAYS); i < j; i++) {
      const apart = (ms - taps[i]) / periodMs;
      const step = Math.max(1, Math.round(apart));
      const off = Math.min(COST.most, ((apart - step) / COST.tolerance) ** 2);
      const sum = cost[i] + off + (step - 1) * COST.missed + (j - i - 1) * COST.stray;
      if (ms - taps[i] >= BOUNCE_MS && sum < cost[j]) {
        cost[j] = sum;
        from[j] = i;
        steps[j] = step;
      }
    }
  });
  let last = taps.length - 1;
  const total = (j: number) => cost[j] + (taps.length - 1 - j) * COST.end;
  for (let j = 0; j < taps.length; j++) if (total(j) < total(last)) last = j;
  const path: number[] = [];
  for (let j = last; j >= 0; j = from[j]) path.unshift(j);
  let beat = 0;
  const beats = path.map((j, p) => ({ ms: taps[j], beat: p === 0 ? 0 : (beat += steps[j]) }));
  return { cost: total(last), beats };
}

/** Spread of one beat's interval in ms, each interval weighted by its beats; null below three intervals. */
function intervalSpread(beats: readonly TapOnBeat[], periodMs: number): number | null {
  if (beats.length < FEWEST_TAPS + 1) return null;
  let sum = 0;
  for (let i = 1; i < beats.length; i++) {
    const k = beats[i].beat - beats[i - 1].beat;
    sum += (beats[i].ms - beats[i - 1].ms - k * periodMs) ** 2 / k;
  }
  return Math.sqrt(sum / (beats.length - 2));
}
