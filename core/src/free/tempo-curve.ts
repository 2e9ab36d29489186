/**
 * The tempo of free playing: its curve, its drift over the whole, where it changed, how steady it was. The beats come from `trackBeats`; what
 * is said of them comes from the one engine for drift, clock and hand, so that an interval means what it says.
 */
import { mean, studentInterval } from '../stats/index.ts';
import {
  type Differences,
  FEWEST_FOR_SPLIT,
  fitGrid,
  fitWithTrend,
  intervalOf,
  meanOf,
  splitOf,
} from '../timing/index.ts';
import { type FreeHit, type TrackedBeat, trackBeats } from './track-beats.ts';

export interface CurvePoint {
  timeS: number;
  /** Over the eight beats around it. */
  bpm: number;
  ci95: [number, number];
  /** Index of its hit; null where nobody struck it. */
  hit: number | null;
  /** Number of its stretch: a rest longer than eight beats begins another one. */
  stretch: number;
}

export const CURVE_VERDICTS = ['speeding up', 'slowing down', 'steady', 'unclear'] as const;
export type CurveVerdict = (typeof CURVE_VERDICTS)[number];

export interface TempoChange {
  fromS: number;
  toS: number;
  /** Positive is faster. */
  percent: number;
  ci95: [number, number];
}

export interface TempoCurve {
  beats: CurvePoint[];
  /** Of the whole; null with too few beats. */
  tempo: { bpm: number; ci95: [number, number] } | null;
  /** Positive is faster and faster. */
  driftPercentPerMinute: number | null;
  ci95: [number, number] | null;
  verdict: CurveVerdict;
  changes: TempoChange[];
  /** Spread of an own clock and of the hand, in ms, from 32 intervals on. */
  steadiness: { clockSdMs: number; motorSdMs: number } | null;
}

/** Beats over which a tempo is told. */
const AROUND = 8;
/** Fewest intervals from which anything is said of the whole. */
const FEWEST = 8;
/** Percent a minute: what is a drift at all, and what is steady. */
const LEAST_DRIFT = 0.5;
const STEADY_WITHIN = 1;
/** A change of tempo that a listener notices begins near 2.5 % (Friberg and Sundberg 1995, JASA 98, 2524–2531); half of it is worth naming. */
const LEAST_CHANGE = 1.25;
const MOST_CHANGES = 12;
/** Phrases between which a change is looked for. */
const REACH = 24;
const NORMAL_95 = 1.96;
/** Where clock and hand cannot be told apart yet: what is usual, of the beat. */
const USUAL = { clock: 0.03, hand: 0.02 } as const;

interface Interval {
  /** Of the earlier beat, in its stretch. */
  fromS: number;
  toS: number;
  beats: number;
}

/**
 * @param hits in order of time.
 * @param beatS seconds of a beat, about.
 */
export function tempoCurve(hits: readonly FreeHit[], beatS: number): TempoCurve {
  const stretches = trackBeats(hits, beatS);
  const runs = stretches.map(intervalsOf).filter((run) => run.length > 0);
  const all = runs.flat();
  const spanS = all.reduce((sum, { fromS, toS }) => sum + toS - fromS, 0);
  const meanS =
    spanS /
    Math.max(
      1,
      all.reduce((sum, { beats }) => sum + beats, 0),
    );
  const spread = spreadOf(runs, meanS);
  const beats = stretches.flatMap((stretch, s) =>
    curveOf(stretch, spread).map((point) => ({ ...point, stretch: s })),
  );
  const none = {
    tempo: null,
    driftPercentPerMinute: null,
    ci95: null,
    verdict: 'unclear',
    changes: [],
    steadiness: null,
  } as const;
  if (all.length < FEWEST) return { beats, ...none, changes: [] };
  const middleS = mean(all.map(({ fromS, toS }) => (fromS + toS) / 2));
  const fit = fitGrid(
    runs.map((run) => ({
      y: run.map(({ fromS, toS, beats: k }) => (toS - fromS) / meanS - k),
      k: run.map(({ beats: k }) => k),
      x: [
        run.map(({ beats: k }) => k),
        run.map(({ fromS, toS, beats: k }) => (k * ((fromS + toS) / 2 - middleS)) / 60),
      ],
    })),
  );
  if (!fit) return { beats, ...none, changes: [] };
  const bpm = (excess: number) => 60 / (meanS * (1 + excess));
  const [slow, fast] = intervalOf(fit, 0);
  const phrases = stretches.flatMap((stretch) => phrasesOf(stretch, spread));
  const own = intervalOf(fit, 1).map((slope) => -100 * slope) as [number, number];
  const drift = wider({ percent: -100 * meanOf(fit, 1), ci95: [own[1], own[0]] }, phraseDrift(phrases));
  return {
    beats,
    tempo: { bpm: bpm(meanOf(fit, 0)), ci95: [bpm(fast), bpm(slow)] },
    driftPercentPerMinute: drift.percent,
    ci95: drift.ci95,
    verdict: verdictOf(drift),
    changes: changesOf(phrases),
    steadiness:
      all.length < FEWEST_FOR_SPLIT
        ? null
        : { clockSdMs: 1000 * spread.clockS, motorSdMs: 1000 * spread.handS },
  };
}

function intervalsOf(stretch: readonly TrackedBeat[]): Interval[] {
  const struck = stretch.flatMap(({ timeS, hit }, beat) => (hit === null ? [] : [{ timeS, beat }]));
  return struck.slice(1).map(({ timeS, beat }, i) => ({
    fromS: struck[i].timeS,
    toS: timeS,
    beats: beat - struck[i].beat,
  }));
}

interface Spread {
  clockS: number;
  handS: number;
}

/** A tempo that changes is not an unsteady clock: a trend is taken out of every eight intervals or so. */
function spreadOf(runs: readonly Interval[][], beatS: number): Spread {
  const pieces: Differences[] = runs.flatMap((run) => {
    const made: Differences[] = [];
    for (let at = 0; at < run.length; at += 4 * AROUND) {
      const piece = run.slice(at, at + 4 * AROUND);
      const local =
        piece.reduce((sum, { fromS, toS }) => sum + toS - fromS, 0) /
        piece.reduce((sum, { beats }) => sum + beats, 0);
      made.push({
        y: piece.map(({ fromS, toS, beats }) => (toS - fromS) / local - beats),
        k: piece.map(({ beats }) => beats),
      });
    }
    return made;
  });
  const count = pieces.reduce((sum, { y }) => sum + y.length, 0);
  const fit = count >= FEWEST ? fitWithTrend(pieces) : null;
  if (!fit) return { clockS: USUAL.clock * beatS, handS: USUAL.hand * beatS };
  const { clock, hand } = splitOf(fit);
  return { clockS: clock * beatS, handS: hand * beatS };
}

/** Of the time over m beats: clock and hand as in the model of a player. */
const deviationS = ({ clockS, handS }: Spread, beats: number) =>
  Math.sqrt(beats * clockS ** 2 + 2 * handS ** 2);

function curveOf(stretch: readonly TrackedBeat[], spread: Spread): Omit<CurvePoint, 'stretch'>[] {
  if (stretch.length < 2) return [];
  const last = stretch.length - 1;
  return stretch.map(({ timeS, hit }, i) => {
    // At the ends the window lies inside, so that it never gets shorter than the stretch is.
    const from = Math.max(0, Math.min(i - AROUND / 2, last - AROUND));
    const to = Math.min(last, Math.max(i + AROUND / 2, AROUND));
    const overS = stretch[to].timeS - stretch[from].timeS;
    const beats = to - from;
    const half = NORMAL_95 * deviationS(spread, beats);
    const bpm = (60 * beats) / overS;
    return {
      timeS,
      hit,
      bpm,
      ci95: [(60 * beats) / (overS + half), (60 * beats) / Math.max(0.1 * overS, overS - half)],
    };
  });
}

/** Eight beats after each other, of which none is in two. */
interface Phrase {
  fromS: number;
  toS: number;
  /** Logarithm of the tempo, and its standard error. */
  log: number;
  se: number;
}

function phrasesOf(stretch: readonly TrackedBeat[], spread: Spread): Phrase[] {
  const made: Phrase[] = [];
  for (let at = 0; at + AROUND < stretch.length; at += AROUND) {
    const [fromS, toS] = [stretch[at].timeS, stretch[at + AROUND].timeS];
    made.push({
      fromS,
      toS,
      log: Math.log((60 * AROUND) / (toS - fromS)),
      se: deviationS(spread, AROUND) / (toS - fromS),
    });
  }
  return made;
}

interface Drift {
  percent: number;
  ci95: [number, number];
}

/** From the phrases' own tempos: where tempo wanders, the line through all intervals is surer than it may be. Null under six. */
function phraseDrift(phrases: readonly Phrase[]): Drift | null {
  const n = phrases.length;
  if (n < 6) return null;
  const times = phrases.map(({ fromS, toS }) => (fromS + toS) / 120);
  const [t, l] = [mean(times), mean(phrases.map(({ log }) => log))];
  const span = times.reduce((sum, time) => sum + (time - t) ** 2, 0);
  const slope = phrases.reduce((sum, { log }, i) => sum + (times[i] - t) * (log - l), 0) / span;
  const left = phrases.reduce((sum, { log }, i) => sum + (log - l - slope * (times[i] - t)) ** 2, 0);
  const half = studentInterval(0.95, n - 2) * Math.sqrt(left / (n - 2) / span);
  return { percent: 100 * slope, ci95: [100 * (slope - half), 100 * (slope + half)] };
}

function wider(first: Drift, second: Drift | null): Drift {
  const width = ({ ci95: [low, high] }: Drift) => high - low;
  return second && width(second) > width(first) ? second : first;
}

function verdictOf({ percent, ci95: [low, high] }: Drift): CurveVerdict {
  if ((low > 0 || high < 0) && Math.abs(percent) >= LEAST_DRIFT)
    return percent > 0 ? 'speeding up' : 'slowing down';
  return low > -STEADY_WITHIN && high < STEADY_WITHIN ? 'steady' : 'unclear';
}

/** The clearest change, then the clearest before and after it, as long as they are clear among so many (Bonferroni). */
function changesOf(phrases: readonly Phrase[]): TempoChange[] {
  const pairs = phrases.length * Math.min(REACH, phrases.length);
  const asked = normalQuantile(1 - 0.025 / Math.max(1, pairs));
  const found: TempoChange[] = [];
  const look = (first: number, end: number) => {
    let best: { p: number; q: number; z: number; change: number; se: number } | null = null;
    for (let p = first; p < end; p++)
      for (let q = p + 1; q < Math.min(end, p + REACH); q++) {
        const change = phrases[q].log - phrases[p].log;
        const se = Math.hypot(phrases[p].se, phrases[q].se);
        const z = Math.abs(change) / se;
        if (z > asked && 100 * Math.abs(change) >= LEAST_CHANGE && (!best || z > best.z))
          best = { p, q, z, change, se };
      }
    if (!best || found.length >= MOST_CHANGES) return;
    const { p, q, change, se } = best;
    const percent = (log: number) => 100 * Math.expm1(log);
    found.push({
      fromS: (phrases[p].fromS + phrases[p].toS) / 2,
      toS: (phrases[q].fromS + phrases[q].toS) / 2,
      percent: percent(change),
      ci95: [percent(change - NORMAL_95 * se), percent(change + NORMAL_95 * se)],
    });
    look(first, p + 1);
    look(q, end);
  };
  look(0, phrases.length);
  return found.sort((a, b) => a.fromS - b.fromS);
}

/** Of the normal distribution, as a Student t with so many degrees of freedom that it is one. */
const normalQuantile = (p: number) => studentInterval(2 * p - 1, 1e6);
