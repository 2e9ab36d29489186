/**
 * The beat map of a record, from its sound: how much begins when, how long a beat is about, the beats, each moved to the stroke that it is, how
 * sure each is, and which are ones. Where a foot tapped along the taps lead. Pure; a record of five minutes takes about a second.
 */
import { type BeatMap, LEAST_APART_S, MOST_BEATS } from '../beat-map/index.ts';
import type { Onset } from '../hearing/index.ts';
import { median } from '../stats/index.ts';
import { findOnes } from './find-ones.ts';
import { followBeats } from './follow-beats.ts';
import type { OnsetStrength } from './onset-strength.ts';
import { tappedBeats } from './tactus.ts';
import { type TempoPath, type TempoPrior, USUAL_TEMPO, tempoPath } from './tempo-path.ts';

export interface BeatsQuestion {
  strength: OnsetStrength;
  /** Strokes with their exact beginnings, as the ears hear them; beats are moved to them. */
  onsets: readonly Pick<Onset, 'timeS' | 'strength'>[];
  /** Where a foot tapped along, in seconds of the record; latency is already taken off. */
  tapsS?: readonly number[] | undefined;
  /** Where somebody has said about what tempo it is. */
  near?: TempoPrior | undefined;
}

export interface FoundBeats {
  map: BeatMap;
  /** Of the meter and its ones, 0 to 1. */
  meterSure: number;
  /** Stretches of four beats and more that cannot be told, in seconds. */
  unsure: { fromS: number; toS: number }[];
}

/** The repetition of the sound tells more of the tempo than where people tap; which of its levels is tapped is asked afterwards. */
const PATH_WIDER = 1.6;
const LOCAL_S = 0.6;
const SPREAD_S = 6;
/** A stroke so near is the beat. */
const SNAP_S = 0.045;
const NEAR_S = 0.018;
/** A beat lies beside the row of those around it by more than this only where it is none. */
const BESIDE_S = 0.014;
const AROUND = 3;
const TURNS = 3;
/** Beats of which so little is heard, or so uneven ones, are guessed. */
const UNSURE = 0.3;
const FEWEST_UNSURE = 4;
/** What a tap adds to what begins there, and how near it must be. */
const TAP = { weight: 6, spreadS: 0.06 } as const;
const FEWEST_TAPS = 4;

/** @throws RangeError where no beat can be found: too short, or nothing begins in it. */
export function beatsOf({ strength, onsets, tapsS = [], near = USUAL_TEMPO }: BeatsQuestion): FoundBeats {
  const { rate, firstS } = strength;
  const own = evened(strength.all, rate);
  const taps = tapsS.length >= FEWEST_TAPS ? [...tapsS].sort((a, b) => a - b) : [];
  if (taps.length > 0) addTaps(own, taps, strength);
  const frames =
    taps.length > 0
      ? followBeats(own, rate, pathOfTaps(taps, own.length / rate))
      : tappedBeats(
          { own, rate },
          tempoPath(own, rate, { ...near, octaves: PATH_WIDER * near.octaves }),
          near,
        );
  const rough = frames.map((frame) => firstS + frame / rate);
  const times = spacedOut(onStrokes(rough, onsets).map((timeS) => Math.max(0, timeS)));
  if (times.length < 2)
    throw new RangeError('No beats can be found in it: it is too short, or nothing begins in it.');
  const beats = times.slice(0, MOST_BEATS).map((timeS) => Number(timeS.toFixed(6)));
  const sure = beats.map((timeS, i) => sureness(beats, i, heardAt(own, strength, timeS)));
  const { beatsPerBar, firstOne, sure: meterSure } = findOnes(beats, strength);
  const bars = [{ beat: firstOne, beats: beatsPerBar, unit: '1/4' }];
  return { map: { beats, sure, bars }, meterSure, unsure: unsureIn(beats, sure) };
}

/** What begins, against what begins around it: a soft part counts as a loud one does, silence does not. */
function evened(all: Float32Array, rate: number): Float32Array {
  const means = movingMean(all, Math.round(LOCAL_S * rate));
  const over = all.map((value, i) => Math.max(0, value - means[i]));
  const squares = movingMean(
    over.map((value) => value * value),
    Math.round(SPREAD_S * rate),
  );
  const whole = Math.sqrt(over.reduce((sum, value) => sum + value * value, 0) / Math.max(1, over.length));
  return over.map((value, i) => value / Math.max(1e-9, Math.sqrt(squares[i]), 0.3 * whole));
}

function movingMean(values: Float32Array, reach: number): Float32Array {
  const sums = new Float64Array(values.length + 1);
  for (let i = 0; i < values.length; i++) sums[i + 1] = sums[i] + values[i];
  return values.map((_, i) => {
    const from = Math.max(0, i - reach);
    const to = Math.min(values.length, i + reach + 1);
    return (sums[to] - sums[from]) / (to - from);
  });
}

function addTaps(own: Float32Array, taps: readonly number[], { rate, firstS }: OnsetStrength): void {
  for (const tapS of taps) {
    const middle = (tapS - firstS) * rate;
    const reach = 3 * TAP.spreadS * rate;
    for (let f = Math.max(0, Math.ceil(middle - reach)); f <= middle + reach && f < own.length; f++)
      own[f] += TAP.weight * Math.exp(-0.5 * ((f - middle) / (TAP.spreadS * rate)) ** 2);
  }
}

/** The taps' own tempo around each moment; a tap left out is a longer interval, and does not count. */
function pathOfTaps(taps: readonly number[], durationS: number): TempoPath {
  const stepS = 0.5;
  const intervals = taps.slice(1).map((tapS, i) => ({ atS: (tapS + taps[i]) / 2, s: tapS - taps[i] }));
  const usual = median(intervals.map(({ s }) => s));
  const likely = intervals.filter(({ s }) => s > 0.6 * usual && s < 1.5 * usual);
  let from = 0;
  const periods = Float64Array.from({ length: Math.max(1, Math.ceil(durationS / stepS)) }, (_, k) => {
    const timeS = k * stepS;
    while (from + 8 < likely.length && likely[from + 4].atS < timeS) from++;
    const around = likely.slice(from, from + 8).map(({ s }) => s);
    return around.length > 0 ? median(around) : usual;
  });
  return { stepS, periods };
}

/**
 * Each beat on the stroke that it is. A stroke beside the row that the beats around it make (a pickup, a late chord) is not the beat: there the
 * nearest one to the row is, or else the row itself.
 */
function onStrokes(rough: readonly number[], onsets: BeatsQuestion['onsets']): number[] {
  let times = rough.map((timeS) => strokeNear(onsets, timeS, NEAR_S) ?? timeS);
  for (let turn = 0; turn < TURNS; turn++) {
    const now = times;
    times = now.map((timeS, i) => {
      const expected = expectedAt(now, i);
      if (expected === null || Math.abs(timeS - expected) <= BESIDE_S) return timeS;
      const other = strokeNear(onsets, expected, BESIDE_S / 2);
      return other !== undefined && Math.abs(other - expected) <= BESIDE_S ? other : expected;
    });
  }
  return times;
}

/** Where a beat would be by those around it: the middle of what pairs of them say, so that one that is wrong does not count. */
function expectedAt(times: readonly number[], i: number): number | null {
  const said: number[] = [];
  for (let k = 1; k <= AROUND; k++) {
    const [before, after] = [times[i - k], times[i + k]];
    if (before !== undefined && after !== undefined) said.push((before + after) / 2);
    for (const side of [-1, 1] as const) {
      const [near, far] = [times[i + side * k], times[i + 2 * side * k]];
      if (near !== undefined && far !== undefined) said.push(2 * near - far);
    }
  }
  return said.length >= AROUND ? median(said) : null;
}

/** The strongest and nearest stroke; undefined where none is near. */
function strokeNear(onsets: BeatsQuestion['onsets'], timeS: number, spreadS: number): number | undefined {
  let [low, high] = [0, onsets.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (onsets[middle].timeS < timeS - SNAP_S) low = middle + 1;
    else high = middle;
  }
  let best: { timeS: number; worth: number } | undefined;
  for (let i = low; i < onsets.length && onsets[i].timeS <= timeS + SNAP_S; i++) {
    const off = (onsets[i].timeS - timeS) / spreadS;
    const worth = (0.1 + Math.sqrt(onsets[i].strength)) * Math.exp(-0.5 * off * off);
    if (!best || worth > best.worth) best = { timeS: onsets[i].timeS, worth };
  }
  return best?.timeS;
}

const spacedOut = (times: readonly number[]) =>
  times.filter((timeS, i) => i === 0 || timeS - times[i - 1] >= LEAST_APART_S);

function heardAt(own: Float32Array, { rate, firstS }: OnsetStrength, timeS: number): number {
  const middle = Math.round((timeS - firstS) * rate);
  let most = 0;
  for (let f = middle - 3; f <= middle + 3; f++) most = Math.max(most, own[f] ?? 0);
  return most;
}

/** Something is heard there, and it lies where the beats around it say. */
function sureness(beats: readonly number[], i: number, heard: number): number {
  const [before, after] = [beats[i - 1], beats[i + 1]];
  const expected = before === undefined || after === undefined ? beats[i] : (before + after) / 2;
  const period =
    (beats[Math.min(beats.length - 1, i + 1)] - beats[Math.max(0, i - 1)]) /
    (before === undefined || after === undefined ? 1 : 2);
  const departs = (beats[i] - expected) / period / 0.06;
  return Number(((1 - Math.exp(-heard / 0.9)) * Math.exp(-0.5 * departs * departs)).toFixed(3));
}

function unsureIn(beats: readonly number[], sure: readonly number[]): FoundBeats['unsure'] {
  const found: FoundBeats['unsure'] = [];
  let first = 0;
  for (let i = 0; i <= sure.length; i++) {
    if (i < sure.length && sure[i] < UNSURE) continue;
    if (i - first >= FEWEST_UNSURE) found.push({ fromS: beats[first], toS: beats[i - 1] });
    first = i + 1;
  }
  return found;
}
