/** What the stage says at a moment of the timeline: count, bar, and whether the click is there. Pure. */
import { type Timeline, barIndexAt } from '@feldspar/core/plan';

export interface BeatState {
  phase: 'countIn' | 'play';
  /** 1-based. */
  beat: number;
  beats: number;
  barNumber: number;
  /** Row of the core. */
  row: number;
  alone: boolean;
  /** Bars until the first bar that sounds; null unless alone in silent bars. */
  backInBars: number | null;
  leftS: number;
}

/** @param positionS before zero is the breath before the count-in: beat 0. */
export function beatStateAt(timeline: Timeline, positionS: number): BeatState {
  const { bars, endS } = timeline;
  const index = barIndexAt(bars, positionS);
  const bar = bars[index];
  const along = Math.min(0.999999, (positionS - bar.startS) / (bar.endS - bar.startS));
  const firstPlayed = bars.findIndex((b) => b.kind === 'play');
  let sounding = index;
  while (sounding < bars.length && bars[sounding].silent) sounding++;
  return {
    phase: bar.kind,
    beat: positionS < 0 ? 0 : Math.floor(along * bar.meter.beats) + 1,
    beats: bar.meter.beats,
    barNumber: bar.number,
    row: index - firstPlayed,
    alone: bar.silent,
    backInBars: bar.silent && sounding < bars.length ? sounding - index : null,
    leftS: Math.max(0, endS - positionS),
  };
}
