/**
 * How many beats a bar has, and which is the one, proposed from accents: what begins low down, how much begins, and where the harmony changes
 * (Goto 2001, J. New Music Research 30, 159–171: drums and chord changes tell the hierarchy of beats. From memory).
 */
import { mean, standardDeviation } from '../stats/index.ts';
import type { OnsetStrength } from './onset-strength.ts';

export interface ProposedMeter {
  beatsPerBar: number;
  /** Index of the first beat that is a one. */
  firstOne: number;
  /** 0 to 1. */
  sure: number;
}

const PITCHES = 12;
const WEIGHTS = { low: 1, all: 0.4, harmony: 1 } as const;
/** Bars of four are the commonest by far; of two beats is every bar of four too. */
const METERS = [
  { beats: 4, weight: 1 },
  { beats: 3, weight: 0.9 },
  { beats: 2, weight: 0.6 },
] as const;
const REACH_S = 0.05;
/** A lead of so many standard errors is no chance. */
const CLEAR = 4;
const FEWEST_BARS = 3;

/** @param beatsS in seconds. */
export function findOnes(beatsS: readonly number[], onsets: OnsetStrength): ProposedMeter {
  const accents = accentsOf(beatsS, onsets);
  const all = METERS.flatMap(({ beats, weight }) =>
    Array.from({ length: beats }, (_, phase) => ({
      beatsPerBar: beats,
      firstOne: phase,
      lead: weight * leadOf(accents, beats, phase),
    })),
  ).sort((a, b) => b.lead - a.lead);
  const [best, ...others] = all;
  if (!best || beatsS.length < FEWEST_BARS * best.beatsPerBar)
    return { beatsPerBar: 4, firstOne: 0, sure: 0 };
  // A bar of two on the same ones says the same.
  const second = others.find(
    ({ beatsPerBar, firstOne }) =>
      best.beatsPerBar % beatsPerBar !== 0 || best.firstOne % beatsPerBar !== firstOne,
  );
  const margin = best.lead - Math.max(0, second?.lead ?? 0);
  return {
    beatsPerBar: best.beatsPerBar,
    firstOne: best.firstOne,
    sure: Math.max(0, Math.min(1, margin / CLEAR)),
  };
}

function accentsOf(beatsS: readonly number[], { rate, firstS, all, low, pitches }: OnsetStrength): number[] {
  const frameOf = (timeS: number) => Math.round((timeS - firstS) * rate);
  const around = (values: Float32Array, timeS: number) => {
    const reach = Math.round(REACH_S * rate);
    let most = 0;
    for (let f = frameOf(timeS) - reach; f <= frameOf(timeS) + reach; f++)
      most = Math.max(most, values[f] ?? 0);
    return most;
  };
  const chords = beatsS.map((timeS, i) => {
    const toS = beatsS[i + 1] ?? timeS + (timeS - (beatsS[i - 1] ?? timeS - 0.5));
    const sum = new Float64Array(PITCHES);
    // What still rings from before is left out.
    const begins = frameOf(timeS + 0.15 * (toS - timeS));
    for (let f = begins; f < frameOf(toS); f++)
      for (let p = 0; p < PITCHES; p++) sum[p] += pitches[f * PITCHES + p] ?? 0;
    return sum;
  });
  const changes = chords.map((chord, i) => (i === 0 ? 0 : 1 - cosine(chords[i - 1], chord)));
  const columns = [
    { weight: WEIGHTS.low, values: beatsS.map((timeS) => around(low, timeS)) },
    { weight: WEIGHTS.all, values: beatsS.map((timeS) => around(all, timeS)) },
    { weight: WEIGHTS.harmony, values: changes },
  ].map(({ weight, values }) => {
    const [middle, spread] = [mean(values), standardDeviation(values) ?? 0];
    return values.map((value) => (spread > 0 ? (weight * (value - middle)) / spread : 0));
  });
  return beatsS.map((_, i) => columns.reduce((sum, column) => sum + column[i], 0));
}

function cosine(a: Float64Array, b: Float64Array): number {
  let [dot, aa, bb] = [0, 1e-12, 1e-12];
  for (let p = 0; p < PITCHES; p++) {
    dot += a[p] * b[p];
    aa += a[p] * a[p];
    bb += b[p] * b[p];
  }
  return dot / Math.sqrt(aa * bb);
}

/** By how many standard errors the ones are more accented than the rest. */
function leadOf(accents: readonly number[], beats: number, phase: number): number {
  const ones = accents.filter((_, i) => i % beats === phase);
  const others = accents.filter((_, i) => i % beats !== phase);
  if (ones.length < FEWEST_BARS) return -Infinity;
  const spread = Math.hypot(
    (standardDeviation(ones) ?? 1) / Math.sqrt(ones.length),
    (standardDeviation(others) ?? 1) / Math.sqrt(others.length),
  );
  return (mean(ones) - mean(others)) / Math.max(0.05, spread);
}
