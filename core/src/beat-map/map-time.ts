/** Beats and bars of a beat map as time: a beat's number may lie between two beats, or a little beyond the last. Pure; seconds of the record. */
import { lowerBound } from '../stats/index.ts';
import type { BarsFrom, BeatsAndBars } from './map-schema.ts';

export interface MapBar {
  /** 1 for the bar that begins with the first one. */
  number: number;
  firstBeat: number;
  /** Fewer than its meter says where the next bars begin before it is over. */
  beats: number;
  meter: BarsFrom;
}

/** Whole bars, and those cut short by the next place at which bars begin. Of the last beats those that fill no bar make none. */
export function barsOf({ beats, bars }: BeatsAndBars): MapBar[] {
  const all: MapBar[] = [];
  bars.forEach((meter, i) => {
    const until = bars[i + 1]?.beat ?? beats.length;
    for (let at = meter.beat; at < until; at += meter.beats) {
      const inBar = Math.min(meter.beats, until - at);
      if (inBar < meter.beats && i === bars.length - 1) return;
      all.push({ number: all.length + 1, firstBeat: at, beats: inBar, meter });
    }
  });
  return all;
}

/** Seconds at which a beat is; between two it lies on the line between them, outside at the tempo of the nearest two. */
export function timeOfBeat(beats: readonly number[], beat: number): number {
  const last = beats.length - 1;
  const before = Math.max(0, Math.min(last - 1, Math.floor(beat)));
  return beats[before] + (beat - before) * (beats[before + 1] - beats[before]);
}

/** The other way round: which beat it is at so many seconds. */
export function beatAt(beats: readonly number[], timeS: number): number {
  const after = lowerBound(beats, timeS);
  const before = Math.max(0, Math.min(beats.length - 2, beats[after] === timeS ? after : after - 1));
  return before + (timeS - beats[before]) / (beats[before + 1] - beats[before]);
}

/** Seconds of a beat around a beat: the mean of so many intervals to each side, as far as there are any. */
export function periodAround(beats: readonly number[], beat: number, reach = 4): number {
  const from = Math.max(0, Math.floor(beat) - reach);
  const to = Math.min(beats.length - 1, Math.floor(beat) + reach);
  return (beats[to] - beats[from]) / Math.max(1, to - from);
}
